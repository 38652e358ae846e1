import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import { Opening } from '../../ui/opening';
import { type BenchName, benches } from '../workspace/address';

export type Go = (bench: BenchName, wayId?: string | null) => void;
export type BenchProps = { readonly wayId: string | null; readonly go: Go };

/** Where each bench is: one line a bench. */
const loaders = {
  plan: () => import('./plan/plan-view').then((m) => m.PlanView),
  board: () => import('./board/board-wall').then((m) => m.BoardWall),
  continuity: () => import('./continuity/continuity-bench').then((m) => m.ContinuityBench),
  ring: () => import('./ring/ring-bench').then((m) => m.RingBench),
  insulation: () => import('./insulation/insulation-bench').then((m) => m.InsulationBench),
  origin: () => import('./origin/origin-bench').then((m) => m.OriginBench),
  loop: () => import('./loop/loop-bench').then((m) => m.LoopBench),
  residual: () => import('./residual/residual-bench').then((m) => m.ResidualBench),
  function: () => import('./function/function-bench').then((m) => m.FunctionBench),
  leaving: () => import('./leaving/leaving-walk').then((m) => m.LeavingWalk),
} satisfies Record<BenchName, () => Promise<ComponentType<BenchProps>>>;

/** What stands behind each tab of the tests. */
export const benchParts: Record<BenchName, ComponentType<BenchProps>> = {
  plan: dynamic(loaders.plan, { loading: Opening }),
  board: dynamic(loaders.board, { loading: Opening }),
  continuity: dynamic(loaders.continuity, { loading: Opening }),
  ring: dynamic(loaders.ring, { loading: Opening }),
  insulation: dynamic(loaders.insulation, { loading: Opening }),
  origin: dynamic(loaders.origin, { loading: Opening }),
  loop: dynamic(loaders.loop, { loading: Opening }),
  residual: dynamic(loaders.residual, { loading: Opening }),
  function: dynamic(loaders.function, { loading: Opening }),
  leaving: dynamic(loaders.leaving, { loading: Opening }),
};

/** Fetches the bench an address asks for. */
export const benchAsked = (search: string): (() => Promise<unknown>) =>
  loaders[benches.find((each) => each === new URLSearchParams(search).get('bench')) ?? 'plan'];

/** All of them with their drawings, to be fetched behind the one in hand. */
export const benchesBehind: readonly (() => Promise<unknown>)[] = [
  ...Object.values(loaders),
  () => import('./ring/ring-lines'),
  () => import('./loop/zs-lines'),
];
