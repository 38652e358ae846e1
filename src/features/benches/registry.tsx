import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import { Opening } from '../../ui/opening';
import { type BenchName, benches } from '../workspace/address';

export type Go = (bench: BenchName, wayId?: string | null) => void;
export type BenchProps = { readonly name: BenchName; readonly wayId: string | null; readonly go: Go };

/** Pages that are drawn for what they show; a family without a line here is read on the plain one. */
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
} satisfies Partial<Record<BenchName, () => Promise<ComponentType<BenchProps>>>>;
const plain = () => import('./plain/plain-bench').then((m) => m.PlainBench);
const loaderOf = (bench: BenchName) => (Object.hasOwn(loaders, bench) ? loaders[bench as keyof typeof loaders] : plain);

/** What stands behind each tab of the tests. */
export const benchParts = Object.fromEntries(
  benches.map((bench) => [bench, dynamic(loaderOf(bench), { loading: Opening })]),
) as Record<BenchName, ComponentType<BenchProps>>;

/** Fetches the bench an address asks for. */
export const benchAsked = (search: string): (() => Promise<unknown>) =>
  loaderOf(benches.find((each) => each === new URLSearchParams(search).get('bench')) ?? 'plan');

/** All of them with their drawings, to be fetched behind the one in hand. */
export const benchesBehind: readonly (() => Promise<unknown>)[] = [
  ...Object.values(loaders),
  plain,
  () => import('./ring/ring-lines'),
  () => import('./loop/zs-lines'),
];
