'use client';

import dynamic from 'next/dynamic';
import { Suspense, useEffect, useState, type ComponentType } from 'react';
import type { Stage } from '../../core/job/document-definition';
import { useJob } from '../../client/job-provider';
import { whenIdle } from '../../ui/when-idle';
import { benchesBehind } from '../benches/registry';
import { usePlace } from '../workspace/place';

/** While the script of a page is on its way, which on an old phone takes a moment. */
const Opening = () => (
  <p role="status" className="min-h-dvh py-3 text-faint">
    Opening…
  </p>
);

/**
 * The page of each stage. The imports are written out here, where the framework finds them: what a page shows first is
 * then asked for with the page itself.
 */
const parts = {
  brief: dynamic(() => import('./brief/brief-stage').then((m) => m.BriefStage), { loading: Opening }),
  origin: dynamic(() => import('./origin/origin-stage').then((m) => m.OriginStage), { loading: Opening }),
  isolation: dynamic(() => import('./isolation/isolation-stage').then((m) => m.IsolationStage), { loading: Opening }),
  inspection: dynamic(() => import('./inspection/inspection-stage').then((m) => m.InspectionStage), {
    loading: Opening,
  }),
  tests: dynamic(() => import('./tests-stage').then((m) => m.TestsStage), { loading: Opening }),
  circuits: dynamic(() => import('./circuits/circuits-stage').then((m) => m.CircuitsStage), { loading: Opening }),
  observations: dynamic(() => import('../findings/observations-stage').then((m) => m.ObservationsStage), {
    loading: Opening,
  }),
  review: dynamic(() => import('./review/review-stage').then((m) => m.ReviewStage), { loading: Opening }),
  options: dynamic(() => import('../options/options-stage').then((m) => m.OptionsStage), { loading: Opening }),
} satisfies Record<Stage, ComponentType>;
const Overview = dynamic(() => import('../workspace/job-overview').then((m) => m.JobOverview), { loading: Opening });

/** The same once more: what is loaded behind the page in hand, so that each opens without the network. */
const behind: readonly (() => Promise<unknown>)[] = [
  () => import('./tests-stage'),
  ...benchesBehind,
  () => import('./circuits/circuits-stage'),
  () => import('./origin/origin-stage'),
  () => import('./isolation/isolation-stage'),
  () => import('./inspection/inspection-stage'),
  () => import('../findings/observations-stage'),
  () => import('./brief/brief-stage'),
  () => import('./review/review-stage'),
  () => import('../options/options-stage'),
  () => import('../workspace/job-overview'),
];

/** The page in hand comes first: the others wait this long after it. */
const afterMillis = 1000;

/** One in each idle moment; answers whether all of them came. */
async function loadAll(): Promise<boolean> {
  await new Promise((go) => setTimeout(go, afterMillis));
  let all = true;
  for (const load of behind) {
    await whenIdle();
    await load().catch(() => (all = false));
  }
  return all;
}

/** The stage one is in. The others are loaded behind it, so that each opens without the network. */
export function JobStage() {
  const { stage } = usePlace();
  const { loaded } = useJob();
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
