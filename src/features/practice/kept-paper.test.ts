import 'fake-indexeddb/auto';
import { afterAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { keepNumbered } from '../../client/on-this-device';
import { type JobDraft, jobStream, viewOf } from '../../core/catalogue';
import type { Recorded } from '../../core/ledger/entry';
import type { Act } from '../../core/practice/act';
import { loadDwellingTypes } from '../../core/practice/dwelling-type';
import { exercises } from '../../core/practice/exercises';
import { type House, houseOf, numberOf } from '../../core/practice/house';
import { inspect } from '../../core/practice/inspector';
import { paperStream } from '../../core/practice/paper-stream';
import { AtHouse } from '../../core/practice/visit';
import { keepVisit } from './kept';
import { forgetPaper, learner, paperOf, paperWritten, writePaper } from './kept-paper';

const held = new Map<string, string>();
const storage = {
  getItem: (key: string) => held.get(key) ?? null,
  setItem: (key: string, value: string) => void held.set(key, value),
  removeItem: (key: string) => void held.delete(key),
};
vi.stubGlobal('localStorage', storage);
afterAll(() => void vi.unstubAllGlobals());

const types = await loadDwellingTypes();
function made(seed: string): House {
  const type = types.find(({ id }) => id === 'loft-conversion');
  const house = type && houseOf(numberOf(type, seed, []), types);
  if (!house) throw new Error('no such house');
  return house;
}
const ipf: Act = { is: 'measure', measured: { of: 'ipf', pair: 'L-N' } };
const earth: Act = { is: 'measure', measured: { of: 'ipf', pair: 'L-C' } };
const claim: Act = { is: 'claim', claim: { at: 'intake', sort: 'earth', code: 'C2', regulation: '542.1' } };
const did = (house: House, acts: readonly Act[], exercise: string | null = null, begunAt = 1000) =>
  keepVisit(house.number, exercise, { acts: [...acts], begunAt, endedAt: null });
const kinds = (entries: readonly unknown[]) => entries.map((each) => (each as { kind: string }).kind);
const readingsIn = (entries: readonly unknown[]) => kinds(entries).filter((kind) => kind === 'reading.taken').length;
const jobOf = (entries: readonly unknown[]) =>
  viewOf(
    jobStream.fold(
      entries.flatMap((raw) => {
        const read = jobStream.readEntry(raw);
        return read.ok ? [read.value] : [];
      }),
    ),
  );

beforeEach(() => held.clear());

describe('the paper of a practice house, on a device', () => {
  it('is begun with what was read by then, and is the same when it is opened again', async () => {
    const house = made('k1');
    did(house, [ipf]);
    const begun = await paperOf(house);
    expect([readingsIn(begun.entries), begun.since]).toEqual([1, []]);
    expect(await paperOf(house)).toEqual(begun);
    expect(jobOf(begun.entries)?.document.kind).toBe('EICR');
  });
  it('is told what was read and found since, once more each time until it has it', async () => {
    const house = made('k2');
    did(house, [ipf]);
    const begun = await paperOf(house);
    did(house, [ipf, earth, claim]);
    const later = await paperOf(house);
    expect(later.entries).toEqual(begun.entries);
    expect(kinds(later.since)).toEqual(['reading.taken', 'observation.noted']);
    const ids = (drafts: readonly JobDraft[]) => drafts.map(({ id }) => id);
    expect(ids((await paperOf(house)).since)).toEqual(ids(later.since));
    const view = jobOf([
      ...later.entries,
      ...later.since.map((each, seq) => ({ ...each, madeBy: learner, seq: 1000 + seq })),
    ]);
    expect(view?.job.observations).toHaveLength(1);
  });
  it('stays the paper of the visit it was begun of, whatever else is done in that house', async () => {
    const house = made('k3');
    did(house, [ipf], 'minor-works', 2000);
    const begun = await paperOf(house);
    expect(jobOf(begun.entries)?.document.kind).toBe('MWC');
    did(house, [ipf, earth, earth], null, 9000);
    expect((await paperOf(house)).since).toEqual([]);
    expect(await paperWritten(house, null, Date.now())).toBeNull();
    expect((await paperWritten(house, 'minor-works', Date.now() + 1000))?.document.kind).toBe('MWC');
  });
  it('counts as it stood when the house was handed over', async () => {
    const house = made('k4');
    did(house, [ipf]);
    const { entries } = await paperOf(house);
    const at = Date.now();
    const said = (client: string, madeAt: number, seq: number) =>
      ({
        ...jobStream.draft(
          'client.named',
          { name: client },
          {
            id: `0195a000-0000-7000-8000-00000000000${seq}`,
            madeAt: new Date(madeAt).toISOString(),
            device: 'test',
          },
        ),
        madeBy: learner,
        seq: entries.length + seq,
      }) as Recorded;
    await keepNumbered(paperStream(house.number), [said('In time', at, 1), said('Too late', at + 60_000, 2)]);
    expect((await paperWritten(house, null, at + 1000))?.job.client.name).toBe('In time');
    expect((await paperWritten(house, null, at + 120_000))?.job.client.name).toBe('Too late');
  });
  it('is none before it is begun, and begun anew after it was forgotten', async () => {
    const house = made('k5');
    expect(await paperWritten(house, null, Date.now())).toBeNull();
    did(house, [ipf]);
    const first = await paperOf(house);
    await forgetPaper(house, 'one-ring');
    expect(await paperOf(house)).toEqual(first);
    await forgetPaper(house, null);
    const second = await paperOf(house);
    expect(second.entries).toHaveLength(first.entries.length);
    expect(second.entries).not.toEqual(first.entries);
  });
  it('of an earlier version opens as it was, and is told nothing more', async () => {
    const house = made('k6');
    did(house, [ipf]);
    const { entries } = await paperOf(house);
    held.clear();
    held.set(`begun ${paperStream(house.number)}`, JSON.stringify(entries));
    did(house, [ipf, earth]);
    expect(await paperOf(house)).toEqual({ entries, since: [] });
  });
  it('that cannot be read is begun anew, and a full device says so', async () => {
    const house = made('k7');
    held.set(`paper ${paperStream(house.number)}`, '{"seed":');
    did(house, [ipf]);
    expect((await paperOf(house)).entries.length).toBeGreaterThan(10);
    held.clear();
    const full = vi.spyOn(storage, 'setItem').mockImplementation(() => {
      throw new Error('full');
    });
    await expect(paperOf(house)).rejects.toThrow('full');
    full.mockRestore();
  });
  it('is shown written, signed and issued, where none is there', async () => {
    const exercise = exercises.find(({ writes }) => writes !== undefined);
    if (!exercise) throw new Error('none writes a paper');
    const [house, other] = [made('k9'), made('k10')];
    did(other, [ipf]);
    await paperOf(other);
    for (const each of [house, other]) await writePaper(each, exercise, inspect(new AtHouse(each), [], ['MWC']));
    const shown = await paperWritten(house, exercise.id, Infinity);
    expect(shown?.document.issued?.body.number).toBe('PRACTICE-MWC-1');
    expect(await paperWritten(other, exercise.id, Infinity)).toBeNull();
    expect((await paperWritten(other, null, Infinity))?.document).toMatchObject({ kind: 'EICR', issued: null });
  });
  it('needs no script beside the page: the visit is gone through here', async () => {
    const house = made('k8');
    did(house, [ipf, earth]);
    const { entries } = await paperOf(house);
    const shown = new AtHouse(house).after([ipf, earth]).readings.map(({ value }) => value);
    const recorded = entries.flatMap((each) => {
      const { kind, body } = each as { kind: string; body: { value: unknown } };
      return kind === 'reading.taken' ? [body.value] : [];
    });
    expect(recorded).toEqual(shown);
  });
});
