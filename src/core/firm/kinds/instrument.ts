import * as z from 'zod';
import { day, line } from '../../installation/text';
import type { FirmState } from '../firm';
import { firmKind } from '../kind';

const instrumentId = z.uuid().toLowerCase();

export const instrumentSorts = [
  'multifunction tester',
  'voltage indicator',
  'proving unit',
  'loop tester',
  'RCD tester',
  'insulation and continuity tester',
  'clamp meter',
  'other',
] as const;

/** An instrument of the firm's: what it is, which one, and how long its calibration holds. */
export const instrumentFields = z.object({
  sort: z.enum(instrumentSorts),
  name: line.min(1),
  serial: line.min(1),
  calibratedOn: day.nullable(),
  nextDueOn: day.nullable(),
});
export type InstrumentFields = z.infer<typeof instrumentFields>;
export type FirmInstrument = InstrumentFields & { readonly id: string; readonly retired: string | null };

const whyNone = (firm: FirmState, id: string): string | null =>
  firm.instruments.has(id) ? null : 'The company has no such instrument.';

const whyTaken = (firm: FirmState, serial: string | undefined, except: string): string | null => {
  const other = [...firm.instruments.values()].find((each) => each.serial === serial && each.id !== except);
  return other ? `${other.name} has serial ${other.serial} already.` : null;
};

export const instrumentAdded = firmKind({
  body: z.object({ instrumentId, fields: instrumentFields }),
  touches: ['instruments'],
  apply: (firm, { body }) =>
    void firm.instruments.set(body.instrumentId, { ...body.fields, id: body.instrumentId, retired: null }),
  admit: (firm, body) =>
    firm.instruments.has(body.instrumentId)
      ? 'That instrument is there already.'
      : whyTaken(firm, body.fields.serial, body.instrumentId),
});

export const instrumentDescribed = firmKind({
  body: z.object({ instrumentId, fields: instrumentFields.partial() }),
  touches: ['instruments'],
  apply(firm, { body }) {
    const instrument = firm.instruments.get(body.instrumentId);
    if (instrument) firm.instruments.set(instrument.id, { ...instrument, ...body.fields });
  },
  admit: (firm, body) => whyNone(firm, body.instrumentId) ?? whyTaken(firm, body.fields.serial, body.instrumentId),
});

/** Lost, sold or beyond repair: what was read with it stays. */
export const instrumentRetired = firmKind({
  body: z.object({ instrumentId, why: line.min(1) }),
  touches: ['instruments'],
  apply(firm, { body }) {
    const instrument = firm.instruments.get(body.instrumentId);
    if (instrument) firm.instruments.set(instrument.id, { ...instrument, retired: body.why });
  },
  admit: (firm, body) => whyNone(firm, body.instrumentId),
});
