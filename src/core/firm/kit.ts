import * as z from 'zod';
import raw from './kit.json';
import type { Missed } from './kinds/kit';

/** What is known of a job before leaving for it. */
export type Ahead = {
  /** The kind of its document. */
  readonly document: string;
  /** Everything said of it in words: premises, what was asked for, how to get in. */
  readonly words: string;
  /** What an earlier visit found there; null where there was none. */
  readonly earthing: string | null;
  /** Standards of the protective devices an earlier visit found. */
  readonly devices: readonly string[];
};

export type KitItem = { readonly what: string; readonly because: string | null };

const rule = z.strictObject({
  what: z.string(),
  because: z.string(),
  /** No other work asks for it, whatever else is said; any does where left out. */
  onlyFor: z.array(z.string()).optional(),
  /** Any one of these asks for it: the paper, what the job is said to be, how it is earthed, its protective devices. */
  documents: z.array(z.string()).optional(),
  words: z.string().optional(),
  earthing: z.array(z.string()).optional(),
  devices: z.string().optional(),
});
const { always, asked } = z.strictObject({ always: z.array(z.string()), asked: z.array(rule) }).parse(raw);

const rules = asked.map(({ what, because, onlyFor, documents, words, earthing, devices }) => {
  const [inWords, inDevices] = [words, devices].map((pattern) => (pattern ? new RegExp(pattern) : null));
  const asks = (ahead: Ahead): boolean =>
    (!onlyFor || onlyFor.includes(ahead.document)) &&
    (Boolean(documents?.includes(ahead.document)) ||
      Boolean(inWords?.test(ahead.words.toLowerCase())) ||
      Boolean(earthing?.includes(ahead.earthing ?? '')) ||
      Boolean(inDevices && ahead.devices.some((each) => inDevices.test(each))));
  return { what, because, asks };
});

/** What to have in the van: what every job takes, what this one's description asks for, and what was missed before. */
export function kitFor(ahead: Ahead, missed: readonly Missed[]): KitItem[] {
  const before = missed
    .filter(({ document }) => document === null || document === ahead.document)
    .sort((a, b) => b.times - a.times)
    .map(({ what, times }) => ({ what, because: times > 1 ? `missed ${times} times before` : 'missed once before' }));
  const wanted = rules.filter(({ asks }) => asks(ahead)).map(({ what, because }) => ({ what, because }));
  return [...before, ...wanted, ...always.map((what) => ({ what, because: null }))];
}
