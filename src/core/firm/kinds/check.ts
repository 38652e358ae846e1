import * as z from 'zod';
import { day, line } from '../../installation/text';
import { statedAccuracy } from '../../quantity/stated-accuracy';
import type { FirmState } from '../firm';
import { firmKind } from '../kind';

const id = z.uuid().toLowerCase();
const figure = z.string().regex(/^\d{1,5}(\.\d{1,3})?$/, 'A figure as the instrument shows it, such as 0.52.');

const whyNone = (firm: FirmState, instrumentId: string): string | null =>
  firm.instruments.has(instrumentId) ? null : 'The company has no such instrument.';

const checkMade = z.object({
  instrumentId: id,
  on: day,
  /** What it showed against each reference, by the reference's name. */
  readings: z
    .array(z.object({ against: z.string().min(1).max(40), shown: figure }))
    .min(1)
    .max(20),
  note: line,
});
export type Check = z.infer<typeof checkMade> & { readonly id: string; readonly at: string };

/** An accuracy check against the firm's own references, between calibrations. */
export const checkIsMade = firmKind({
  body: checkMade,
  touches: ['checks'],
  apply: (firm, { id: entryId, body, madeAt }) => void firm.checks.push({ ...body, id: entryId, at: madeAt }),
  admit: (firm, { instrumentId }) => whyNone(firm, instrumentId),
});

const calibrationMade = z.object({
  instrumentId: id,
  on: day,
  nextDueOn: day,
  by: line,
  /** The certificate as a file the firm keeps; null where there is none. */
  file: z.object({ sha256: z.string().regex(/^[0-9a-f]{64}$/), name: line.min(1) }).nullable(),
});
export type CalibrationMade = z.infer<typeof calibrationMade> & { readonly id: string; readonly at: string };

/** It came back calibrated: sound from that day, whatever was said before. */
export const calibrationIsMade = firmKind({
  body: calibrationMade,
  office: true,
  touches: ['calibrations', 'instruments'],
  apply(firm, { id: entryId, body, madeAt }) {
    firm.calibrations.push({ ...body, id: entryId, at: madeAt });
    const instrument = firm.instruments.get(body.instrumentId);
    if (instrument)
      firm.instruments.set(instrument.id, { ...instrument, calibratedOn: body.on, nextDueOn: body.nextDueOn });
  },
  admit: (firm, { instrumentId, on, nextDueOn }) =>
    whyNone(firm, instrumentId) ?? (nextDueOn <= on ? 'The next calibration is due after this one.' : null),
});

const lookMade = z.object({
  instrumentIds: z.array(id).min(1).max(12),
  on: day,
  /** Tips, guards, leads, battery; proved with its leads shorted and apart. */
  sound: z.boolean(),
  what: line,
});
export type Look = z.infer<typeof lookMade> & { readonly id: string; readonly at: string };

/** Looked over before the day, in one tap; what was wrong where something was. */
export const lookIsMade = firmKind({
  body: lookMade,
  touches: ['looks'],
  apply: (firm, { id: entryId, body, madeAt }) => void firm.looks.push({ ...body, id: entryId, at: madeAt }),
  admit: (firm, { instrumentIds, sound, what }) =>
    instrumentIds.map((each) => whyNone(firm, each)).find((why) => why !== null) ??
    (!sound && !what ? 'Enter the fault.' : null),
});

const accuracyTold = z.object({
  instrumentId: id,
  accuracy: statedAccuracy,
});

/** How far from the truth its maker says it may read. */
export const accuracyIsTold = firmKind({
  body: accuracyTold,
  touches: ['accuracies'],
  apply: (firm, { body }) => void firm.accuracies.set(body.instrumentId, body.accuracy),
  admit: (firm, { instrumentId }) => whyNone(firm, instrumentId),
});
