import type { ComponentType } from 'react';
import type { BenchName } from '../workspace/address';
import { BoardWall } from './board/board-wall';
import { ContinuityBench } from './continuity/continuity-bench';
import { InsulationBench } from './insulation/insulation-bench';
import { PlanView } from './plan/plan-view';
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
};
