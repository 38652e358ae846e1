'use client';

import dynamic from 'next/dynamic';
import { Suspense, useEffect, type ComponentType } from 'react';
import type { Stage } from '../../core/document/stages';
import { useJob } from '../ledger/job-provider';
import { JobOverview } from './job-overview';
import { usePlace } from './place';

const parts: Record<Stage, ComponentType> = {
  brief: dynamic(() => import('../brief/brief-stage').then((m) => m.BriefStage)),
  origin: dynamic(() => import('../origin/origin-stage').then((m) => m.OriginStage)),
  isolation: dynamic(() => import('../isolation/isolation-stage').then((m) => m.IsolationStage)),
  inspection: dynamic(() => import('../inspection/inspection-stage').then((m) => m.InspectionStage)),
  tests: dynamic(() => import('../tests/dead-tests-stage').then((m) => m.DeadTestsStage)),
  circuits: dynamic(() => import('../circuits/circuits-stage').then((m) => m.CircuitsStage)),
  observations: dynamic(() => import('../observations/observations-stage').then((m) => m.ObservationsStage)),
  review: dynamic(() => import('../review/review-stage').then((m) => m.ReviewStage)),
};

/** The same once more: `dynamic` loads a part only when it is shown. */
const loadAll = () => Promise.allSettled([
  import('../brief/brief-stage'),
  import('../origin/origin-stage'),
  import('../isolation/isolation-stage'),
  import('../inspection/inspection-stage'),
  import('../tests/dead-tests-stage'),
  import('../circuits/circuits-stage'),
  import('../observations/observations-stage'),
  import('../review/review-stage'),
]);

/** Not every browser says when it is idle. */
const whenIdle = (work: () => void) => (window.requestIdleCallback ? window.requestIdleCallback(work) : setTimeout(work, 1000));

/** The stage one is in. The others are loaded behind it, so that each opens without the network. */
export function JobStage() {
  const { stage } = usePlace();
  const { loaded } = useJob();
  useEffect(() => {
    if (loaded) whenIdle(() => void loadAll());
  }, [loaded]);
  const Part = stage ? parts[stage] : JobOverview;
  return (
    <Suspense key={stage}>
      <Part />
      <Arrive />
    </Suspense>
  );
}

/** Brings what a link led to into view, once its stage is there. */
function Arrive() {
  const { target } = usePlace();
  useEffect(() => {
    if (target) document.getElementById(target.at)?.scrollIntoView();
  }, [target]);
  return null;
}
