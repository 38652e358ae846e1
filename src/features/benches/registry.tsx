import type { ComponentType } from 'react';
import type { BenchName } from '../workspace/address';
import { BoardWall } from './board/board-wall';
import { ContinuityBench } from './continuity/continuity-bench';
import { FunctionBench } from './function/function-bench';
import { InsulationBench } from './insulation/insulation-bench';
import { LeavingWalk } from './leaving/leaving-walk';
import { LoopBench } from './loop/loop-bench';
import { OriginBench } from './origin/origin-bench';
import { PlanView } from './plan/plan-view';
import { ResidualBench } from './residual/residual-bench';
import { RingBench } from './ring/ring-bench';

export type Go = (bench: BenchName, wayId?: string | null) => void;
export type BenchProps = { readonly wayId: string | null; readonly go: Go };

/** What stands behind each tab of the tests. */
export const benchParts: Record<BenchName, ComponentType<BenchProps>> = {
  plan: PlanView,
  board: BoardWall,
  continuity: ContinuityBench,
  ring: RingBench,
  insulation: InsulationBench,
  origin: OriginBench,
  loop: LoopBench,
  residual: ResidualBench,
  function: FunctionBench,
  leaving: LeavingWalk,
};
