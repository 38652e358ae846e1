'use client';

import dynamic from 'next/dynamic';
import { Suspense, useEffect, useState, type ComponentType } from 'react';
import type { Stage } from '../../core/job/document-definition';
import { useJob } from '../../client/job-provider';
import { whenIdle } from '../../ui/when-idle';
import { Opening } from '../../ui/opening';
import { benchAsked, benchesBehind } from '../benches/registry';
import { usePlace } from '../workspace/place';
import { stageOf } from '../workspace/stage-address';

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
const loadOverview = () => import('../workspace/job-overview').then((m) => m.JobOverview);

const Overview = dynamic(loadOverview, { loading: Opening });
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

/** What the address leads to is fetched as soon as there is a script that can: not once the frame has been drawn. */
function fetchFirst() {
  const { pathname, search } = window.location;
  const stage = stageOf(pathname);
  if (stage === undefined) return;
  const first: readonly (() => Promise<unknown>)[] =
    stage === 'tests' ? [loaders.tests, benchAsked(search)] : [stage ? loaders[stage] : loadOverview];
  for (const load of first) load().catch(() => undefined);
}
if (typeof window !== 'undefined') fetchFirst();

/** The page in hand comes first: the others wait this long after it. */
const afterMillis = 2500;

/** One in each idle moment; answers whether all of them came. */
async function loadAll(): Promise<boolean> {
  await new Promise((go) => setTimeout(go, afterMillis));
  let all = true;
  for (const load of [...Object.values(loaders), ...benchesBehind, loadOverview]) {
    await whenIdle();
    await load().catch(() => (all = false));
  }
  return all;
}

/** The stage one is in. The others are loaded behind it, so that each opens without the network. */
export function JobStage() {
  const { stage } = usePlace();
  const loaded = useJob((held) => held.loaded);
  const [isWhole, setIsWhole] = useState(false);
  useEffect(() => {
    if (loaded) void loadAll().then(setIsWhole);
  }, [loaded]);
  const Part = stage ? parts[stage] : Overview;
  return (
    <>
      <Suspense key={stage}>
        <Part />
        <Arrive />
      </Suspense>
      {isWhole && <span hidden data-testid="all-on-device" />}
    </>
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
