'use client';

import dynamic from 'next/dynamic';
import { Suspense, useEffect, type ComponentType } from 'react';
import type { Stage } from '../../core/job/document-definition';
import { useJob } from '../../client/job-provider';
import { usePlace } from '../workspace/place';

/** Where each stage's page is: one line a stage. */
const loaders = {
  brief: () => import('./brief/brief-stage').then((m) => m.BriefStage),
  origin: () => import('./origin/origin-stage').then((m) => m.OriginStage),
  isolation: () => import('./isolation/isolation-stage').then((m) => m.IsolationStage),
  inspection: () => import('./inspection/inspection-stage').then((m) => m.InspectionStage),
  tests: () => import('./tests-stage').then((m) => m.TestsStage),
  circuits: () => import('./circuits/circuits-stage').then((m) => m.CircuitsStage),
  observations: () => import('../findings/observations-stage').then((m) => m.ObservationsStage),
  review: () => import('./review/review-stage').then((m) => m.ReviewStage),
  options: () => import('../options/options-stage').then((m) => m.OptionsStage),
} satisfies Record<Stage, () => Promise<ComponentType>>;

/** While the script of a page is on its way, which on an old phone takes a moment. */
const Opening = () => (
  <p role="status" className="py-3 text-faint">
    Opening…
  </p>
);

const Overview = dynamic(() => import('../workspace/job-overview').then((m) => m.JobOverview), { loading: Opening });
const parts: Record<Stage, ComponentType> = {
  brief: dynamic(loaders.brief, { loading: Opening }),
  origin: dynamic(loaders.origin, { loading: Opening }),
  isolation: dynamic(loaders.isolation, { loading: Opening }),
  inspection: dynamic(loaders.inspection, { loading: Opening }),
  tests: dynamic(loaders.tests, { loading: Opening }),
  circuits: dynamic(loaders.circuits, { loading: Opening }),
  observations: dynamic(loaders.observations, { loading: Opening }),
  review: dynamic(loaders.review, { loading: Opening }),
  options: dynamic(loaders.options, { loading: Opening }),
};

/** Not every browser says when it is idle. */
const idle = () =>
  new Promise((go) => (window.requestIdleCallback ? window.requestIdleCallback(go) : setTimeout(go, 1000)));

/** The page in hand comes first: the others wait this long after it. */
const afterMillis = 2500;

/** The same once more, one in each idle moment: `dynamic` loads a part only when it is shown. */
async function loadAll() {
  await new Promise((go) => setTimeout(go, afterMillis));
  for (const load of [...Object.values(loaders), () => import('../workspace/job-overview')]) {
    await idle();
    await load().catch(() => undefined);
  }
}

/** The stage one is in. The others are loaded behind it, so that each opens without the network. */
export function JobStage() {
  const { stage } = usePlace();
  const { loaded } = useJob();
  useEffect(() => {
    if (loaded) void loadAll();
  }, [loaded]);
  const Part = stage ? parts[stage] : Overview;
  return (
    <Suspense key={stage}>
      <Part />
      <Arrive />
    </Suspense>
  );
}

const fillable = 'input, textarea, button, [tabindex="0"]';

/** Brings what a link led to into view, and the hand to where it is filled, once its stage is there. */
function Arrive() {
  const { target } = usePlace();
  useEffect(() => {
    if (!target) return undefined;
    let tries = 0;
    const look = () => {
      const there = document.getElementById(target.at);
      tries += 1;
      if (!there) return tries < 40 ? void (timer = setTimeout(look, 50)) : undefined;
      there.scrollIntoView({ block: 'nearest' });
      if (there.matches('[role=gridcell]')) return undefined;
      const field = there.matches(fillable) ? there : there.querySelector<HTMLElement>(fillable);
      field?.focus({ preventScroll: true });
      return undefined;
    };
    let timer = setTimeout(look, 0);
    return () => clearTimeout(timer);
  }, [target]);
  return null;
}
