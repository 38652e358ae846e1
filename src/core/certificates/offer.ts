import type { Job } from '../job/job';
import type { Firm } from '../job/document-definition';
import { whereOf } from '../job/kinds/observation';
import type { Option, OptionsSet } from '../job/kinds/options';
import { showDay } from '../words/day';
import { showMinutes } from '../words/moment';
import { showMoney } from '../words/money';
import type { PaperDue } from './which-document';
import { comesTo, leavesOpen, paperOf, pence } from './options';

/** One way to put it right, as the client reads it. */
type OfferedOption = {
  readonly title: string;
  readonly lines: readonly { readonly what: string; readonly answers: string; readonly price: string }[];
  readonly work: string;
  readonly materials: string;
  readonly total: string;
  /** Findings it leaves as they are; empty where none. */
  readonly leavesOpen: readonly string[];
  /** The paper it will need, and who has to be told. */
  readonly paper: string;
};

/** Ways to put right what was found, side by side: as they are shown, printed and sent. */
export type Offer = {
  readonly address: string;
  readonly options: readonly OfferedOption[];
  readonly leave: string;
  readonly terms: string | null;
  readonly goodUntil: string | null;
  /** What was found, to which the numbers lead. */
  readonly found: readonly { readonly number: string; readonly what: string; readonly where: string }[];
};

/** What was offered, in words and pounds. */
export function offerOf(job: Job, set: OptionsSet): Offer {
  const { options, leave, terms, goodUntil, observationIds } = set;
  return {
    address: job.site.address ?? '',
    options: options.map((option) => offeredOption(job, set, option)),
    leave,
    terms,
    goodUntil: goodUntil && showDay(goodUntil),
    found: job.observations
      .filter(({ id }) => observationIds.includes(id))
      .map((each) => ({ number: `${each.number} (${each.code})`, what: each.what, where: whereOf(each) })),
  };
}

function offeredOption(job: Job, set: OptionsSet, option: Option): OfferedOption {
  const { hourPence } = set;
  const total = comesTo(option, hourPence);
  const numberOf = new Map(job.observations.map(({ id, number, code }) => [id, `${number} (${code})`]));
  return {
    title: option.title,
    lines: option.lines.map((line) => ({
      what: line.what,
      answers: line.observationIds.flatMap((id) => numberOf.get(id) ?? []).join(', '),
      price: showMoney(pence(line, hourPence)),
    })),
    work: showMinutes(total.minutes),
    materials: showMoney(total.materialsPence),
    total: showMoney(total.pence),
    leavesOpen: leavesOpen(job, set, option).map(({ number, code, what }) => `${number} (${code}) ${what}`),
    paper: paperWords(job, option),
  };
}

const titles: Record<PaperDue, string> = {
  EIC: 'Electrical Installation Certificate',
  MWC: 'Minor Works Certificate',
  EICR: 'Condition Report',
  'EIC and EICR': 'Electrical Installation Certificate and Condition Report',
  'MWC and EICR': 'Minor Works Certificate and Condition Report',
  'none required, MWC advised': 'None required; a Minor Works Certificate shows that it was tested',
  none: 'None',
};

function paperWords(job: Job, option: Option): string {
  const { advice } = paperOf(job, option);
  if (!advice) return 'No document is required for it.';
  const count = advice.count > 1 ? `, ${advice.count} of them` : '';
  return `${titles[advice.document]}${count}. ${advice.how}`;
}

/** The offer as it is printed, with who makes it. */
export type PrintedOffer = Offer & { readonly firm: Firm; readonly reference: string; readonly to: string };
