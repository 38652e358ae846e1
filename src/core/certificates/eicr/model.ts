import * as z from 'zod';
import type { ModelSchema } from '../../job/document-definition';
import { codes } from '../../job/outcome';
import { factSchema } from '../fact';
import { declarationsSchema, instrumentsSchema } from '../paper';
import { printedModel } from '../printed-model';
import { inspectionSchema } from '../schedule-of-inspections';
import { boardSchema } from '../schedule-of-tests';

const facts = z.array(factSchema);

/** A condition report as it is printed: words and figures only, nothing left to compute. */
const reportSchema = printedModel.extend({
  version: z.literal(3),
  kind: z.literal('EICR'),
  brief: facts,
  limitations: z.array(z.object({ sort: z.string(), what: z.string(), why: z.string(), agreedWith: z.string() })),
  notInspected: z.string(),
  assessment: z.object({
    outcome: z.enum(['satisfactory', 'unsatisfactory']),
    reasons: z.array(z.string()),
    intakeOnly: z.array(z.number()),
    overruledBecause: z.string().nullable(),
  }),
  summary: z.string(),
  comeBack: facts,
  supply: facts,
  earthing: facts,
  mainSwitch: facts,
  observations: z.array(
    z.object({
      /** The observation in its job; null in reports of before. */
      id: z.string().nullable(),
      number: z.number(),
      code: z.enum(codes),
      what: z.string(),
      where: z.string(),
      why: z.string(),
      item: z.string(),
      circuit: z.string(),
      regulation: z.string(),
      /** How it was put right during the inspection; null where it was not. */
      remedied: z.string().nullable(),
    }),
  ),
  inspection: inspectionSchema,
  boards: z.array(boardSchema),
  instruments: instrumentsSchema,
  declarations: declarationsSchema,
});
export type Report = z.infer<typeof reportSchema>;

/** Columns of the first version, in the order they stood on paper. */
const firstColumns = [
  ['way', 'No.', 20, 'right'],
  ['description', 'Circuit', 104, 'left'],
  ['points', 'Pts', 22, 'right'],
  ['method', 'Ref. method', 34, 'center'],
  ['live', 'Live mm²', 26, 'right'],
  ['cpc', 'CPC mm²', 26, 'right'],
  ['seconds', 'Off in s', 24, 'right'],
  ['device', 'Device BS (EN), type, A', 52, 'left'],
  ['breaking', 'kA', 20, 'right'],
  ['maxZs', 'Max Zs Ω', 32, 'right'],
  ['rcd', 'RCD mA, type', 32, 'left'],
  ['ringR1', 'r1 Ω', 28, 'right'],
  ['ringRn', 'rn Ω', 28, 'right'],
  ['ringR2', 'r2 Ω', 28, 'right'],
  ['r1r2', 'R1+R2 Ω', 34, 'right'],
  ['r2', 'R2 Ω', 28, 'right'],
  ['volts', 'IR at V', 26, 'right'],
  ['irLL', 'IR L–L MΩ', 34, 'right'],
  ['irLE', 'IR L–E MΩ', 34, 'right'],
  ['polarity', 'Pol.', 26, 'center'],
  ['zs', 'Zs Ω', 30, 'right'],
  ['rcdTime', 'RCD ms', 30, 'right'],
  ['button', 'RCD button', 32, 'center'],
] as const;

const firstTitles: Readonly<Record<string, string>> = {
  inspector: 'Inspected and tested by',
  authoriser: 'Authorised by',
};

type First = Record<string, unknown> & {
  readonly boards: readonly { readonly rows: readonly { readonly cells: Readonly<Record<string, string>> }[] }[];
  readonly declarations: readonly { readonly role: string }[];
};

/** Version 1 → 2: tables carry their own columns, signatures their own titles, a new issue names the old. */
function toSecond(stored: unknown): unknown {
  const model = stored as First;
  if (typeof stored !== 'object' || stored === null || 'version' in stored) return stored;
  return {
    ...model,
    version: 2,
    replaces: null,
    boards: model.boards.map((board) => ({
      ...board,
      columns: firstColumns.map(([, heading, width, align]) => ({ heading, width, align })),
      rows: board.rows.map(({ cells }) => firstColumns.map(([key]) => cells[key] ?? '')),
    })),
    declarations: model.declarations.map((each) => ({ ...each, title: firstTitles[each.role] ?? each.role })),
  };
}

/** Version 2 → 3: an observation carries its id, and how it was put right during the inspection. */
function toThird(stored: unknown): unknown {
  const model = stored as { readonly version?: unknown; readonly observations?: readonly object[] } | null;
  if (model?.version !== 2 || !Array.isArray(model.observations)) return stored;
  return {
    ...model,
    version: 3,
    observations: model.observations.map((each: object) => ({ id: null, remedied: null, ...each })),
  };
}

/** Reads a stored report, of whatever version. Throws where it is none: a stored document is never guessed at. */
export const reportModel: ModelSchema<Report> = {
  schema: reportSchema,
  read: (stored) => reportSchema.parse(toThird(toSecond(stored))),
};
