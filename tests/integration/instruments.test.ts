import { createHash } from 'node:crypto';
import { v7 } from 'uuid';
import { afterAll, describe, expect, it } from 'vitest';
import { cottage } from '../../scripts/demo/dwellings';
import { firmStream } from '../../src/core/catalogue';
import { doubtsOf } from '../../src/core/firm/accuracy';
import { closeConnections } from '../../src/server/connection';
import { findFile, keepFile, leaningOn } from '../../src/server/instruments';
import { firmState } from '../../src/server/people';
import { endPrinting } from '../../src/server/printing';
import { append } from '../../src/server/streams';
import { noon } from '../support/entries';
import { newFirm } from '../support/firm';
import { issueWork } from '../support/issued-work';

afterAll(async () => {
  await endPrinting();
  await closeConnections();
});

const instrumentId = v7();
const instruments = [{ id: instrumentId, name: 'Multifunction tester', serial: 'MF-1', calibratedOn: '2026-01-10' }];
const at = (day: string) => ({ id: v7(), madeAt: `${day}T06:00:00.000Z`, device: 'test' });

describe('an instrument found out of bounds', () => {
  it('says which jobs and documents lean on what it read since it was known to be sound', async () => {
    const [actor, stranger] = [await newFirm(), await newFirm('Another firm')];
    const { jobId, issueId } = await issueWork(actor, cottage(noon, instruments), 'EICR', noon);
    const check = (day: string, shown: string) =>
      firmStream.draft(
        'check.made',
        { instrumentId, on: day, readings: [{ against: 'continuity 1', shown }], note: '' },
        at(day),
      );
    const added = firmStream.draft(
      'instrument.added',
      {
        instrumentId,
        fields: {
          sort: 'multifunction tester',
          name: 'Multifunction tester',
          serial: 'MF-1',
          calibratedOn: null,
          nextDueOn: null,
        },
      },
      at('2026-01-10'),
    );
    await append(actor, 'firm', actor.firmId, [added, check('2026-02-01', '1.00'), check('2026-04-01', '1.40')]);
    const doubts = doubtsOf(await firmState(actor.firmId), instrumentId);
    expect(doubts).toMatchObject([{ function: 'continuity', since: '2026-02-01T06:00:00.000Z', until: null }]);
    const leaning = await leaningOn(actor.firmId, doubts);
    expect(leaning).toMatchObject([{ jobId, documents: [{ issueId }] }]);
    expect(leaning[0]?.readings).toBeGreaterThan(3);
    expect(await leaningOn(stranger.firmId, doubts)).toEqual([]);
    // Known to be sound the day after the visit: nothing of it is in doubt.
    await append(actor, 'firm', actor.firmId, [check('2026-05-01', '1.40')]);
    const later = doubts.map((doubt) => ({ ...doubt, since: '2026-03-03T06:00:00.000Z' }));
    expect(await leaningOn(actor.firmId, later)).toEqual([]);
  });

  it('its certificate is kept by its hash, for its firm alone, and nothing that is none', async () => {
    const [actor, stranger] = [await newFirm(), await newFirm('Another firm')];
    const pdf = Buffer.from('%PDF-1.7 a certificate');
    const hash = createHash('sha256').update(pdf).digest('hex');
    expect(await keepFile(actor, hash, Buffer.from('<script>'))).toMatchObject({ ok: false });
    expect(await keepFile(actor, '0'.repeat(64), pdf)).toMatchObject({ ok: false });
    expect(await findFile(actor, hash)).toBeNull();
    expect(await keepFile(actor, hash, pdf)).toEqual({ ok: true });
    expect(await keepFile(actor, hash, pdf)).toEqual({ ok: true });
    expect(await findFile(actor, hash)).toMatchObject({ type: 'application/pdf', bytes: pdf });
    expect(await findFile(stranger, hash)).toBeNull();
  });
});
