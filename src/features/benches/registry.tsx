import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import type { BenchName } from '../workspace/address';

export type Go = (bench: BenchName, wayId?: string | null) => void;
export type BenchProps = { readonly wayId: string | null; readonly go: Go };

/** While the script of a test is on its way. */
const Opening = () => (
  <p role="status" className="min-h-dvh py-3 text-faint">
    Opening…
  </p>
);

/** What stands behind each tab of the tests. */
export const benchParts: Record<BenchName, ComponentType<BenchProps>> = {
  plan: dynamic(() => import('./plan/plan-view').then((m) => m.PlanView), { loading: Opening }),
  board: dynamic(() => import('./board/board-wall').then((m) => m.BoardWall), { loading: Opening }),
  continuity: dynamic(() => import('./continuity/continuity-bench').then((m) => m.ContinuityBench), {
    loading: Opening,
  }),
  ring: dynamic(() => import('./ring/ring-bench').then((m) => m.RingBench), { loading: Opening }),
  insulation: dynamic(() => import('./insulation/insulation-bench').then((m) => m.InsulationBench), {
    loading: Opening,
  }),
  origin: dynamic(() => import('./origin/origin-bench').then((m) => m.OriginBench), { loading: Opening }),
  loop: dynamic(() => import('./loop/loop-bench').then((m) => m.LoopBench), { loading: Opening }),
  residual: dynamic(() => import('./residual/residual-bench').then((m) => m.ResidualBench), { loading: Opening }),
  function: dynamic(() => import('./function/function-bench').then((m) => m.FunctionBench), { loading: Opening }),
  leaving: dynamic(() => import('./leaving/leaving-walk').then((m) => m.LeavingWalk), { loading: Opening }),
};

/** The same once more, to be loaded behind the one in hand. */
export const benchesBehind: readonly (() => Promise<unknown>)[] = [
  () => import('./plan/plan-view'),
  () => import('./board/board-wall'),
  () => import('./continuity/continuity-bench'),
  () => import('./ring/ring-bench'),
  () => import('./ring/ring-lines'),
  () => import('./insulation/insulation-bench'),
  () => import('./origin/origin-bench'),
  () => import('./loop/loop-bench'),
  () => import('./loop/zs-lines'),
  () => import('./residual/residual-bench'),
  () => import('./function/function-bench'),
  () => import('./leaving/leaving-walk'),
];
