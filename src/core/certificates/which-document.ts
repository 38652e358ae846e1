import * as z from 'zod';
import { countries } from '../installation/country';
import { capital } from '../words/capital';

export const locations = [
  'none',
  'bath zone 0',
  'bath zone 1',
  'bath zone 2',
  'bath room outside zones',
  'pool',
  'sauna',
] as const;

/** What was done, as far as it decides which paper is due and who has to be told. */
export const workDone = z.strictObject({
  /** A circuit that was not there before, or one renewed from its way on. */
  newCircuit: z.boolean().default(false),
  /** A board added, replaced or moved. */
  boardChanged: z.boolean().default(false),
  protectiveDeviceChanged: z.boolean().default(false),
  /** Fixed cable renewed, moved, lengthened or joined. */
  cableChanged: z.boolean().default(false),
  /** Same rating, same cable, same device in its place. */
  likeForLike: z.boolean().default(false),
  /** An accessory, device or cable of an existing circuit added or changed. */
  altered: z.boolean().default(false),
  pointsAdded: z.number().int().min(0).max(1000).default(0),
  /** None: the origin, bonding or the board itself. */
  circuitsTouched: z.number().int().min(0).max(500).default(1),
  specialLocation: z.enum(locations).default('none'),
  outdoors: z.boolean().default(false),
  kitchen: z.boolean().default(false),
  /** Power or light outdoors, floor heating, extra-low voltage lighting, generation: the Welsh list. */
  specialInstallation: z.boolean().default(false),
  newDwelling: z.boolean().default(false),
  periodic: z.boolean().default(false),
  whoseWork: z.enum(['own', 'part', "another's"]).default('own'),
  premises: z.enum(['house', 'flat', 'outbuilding', 'common parts', 'not a dwelling']).default('house'),
  /** Asked for and refused, because it must not be done or signed. */
  refused: z.boolean().default(false),
  /** Nothing touched: a paper already issued is put right. */
  reissue: z.boolean().default(false),
  /** The kind of the paper that is put right. */
  reissueOf: z.enum(['EIC', 'MWC', 'EICR']).default('EIC'),
  temporary: z.boolean().default(false),
});
type WorkDone = z.infer<typeof workDone>;

/** A job as it is told: in words, where, and the facts of it. */
export const workTold = z.object({
  country: z.enum(countries).default('England'),
  did: z.string().max(4000).default(''),
  facts: workDone,
});
export type WorkTold = z.infer<typeof workTold>;

export type PaperDue = 'EIC' | 'MWC' | 'EICR' | 'EIC and EICR' | 'MWC and EICR' | 'none required, MWC advised' | 'none';
type Notifiable = boolean | 'check locally';

export type DocumentAdvice = {
  readonly document: PaperDue;
  /** What one paper is for, and how many of them there are. */
  readonly per: 'installation' | 'board' | 'circuit';
  readonly count: number;
  readonly because: string;
  readonly notifiable: Notifiable;
  readonly how: string;
  readonly signatures: readonly string[];
  readonly schedules: readonly string[];
  /** Others who have to be told. */
  readonly also: readonly string[];
};

/**
 * Which paper the work calls for, who signs it, and whether building control must know. England's and Wales's lists are
 * held for dwellings; elsewhere the answer is to ask there. An EIC may always stand in place of an MWC.
 */
export function whichDocument({ country, did, facts: told }: WorkTold): DocumentAdvice {
  const facts = consistent(told);
  const [document, because] = paperFor(facts);
  const { notifiable, how } = notice(country, facts, document);
  return {
    document,
    per: perOf(document, facts),
    count:
      document === 'MWC' || document === 'MWC and EICR'
        ? Math.max(1, facts.circuitsTouched)
        : document === 'none'
          ? 0
          : 1,
    because,
    notifiable,
    how,
    signatures: signaturesOf[document],
    schedules: schedulesOf[document],
    also: alsoTold(did),
  };
}

/** Facts that agree with one another: a point added or a device or cable changed is an alteration, and not like for like. */
function consistent(facts: WorkDone): WorkDone {
  const isNew = facts.newCircuit || facts.boardChanged;
  const changed = facts.pointsAdded > 0 || (facts.likeForLike && facts.cableChanged);
  const likeForLike = facts.likeForLike && !changed;
  const altered =
    facts.altered || (!isNew && !likeForLike && (changed || facts.protectiveDeviceChanged || facts.cableChanged));
  return { ...facts, likeForLike, altered };
}

/** Several works of one visit: each with the paper it calls for, as if it were done alone. */
export const whichDocuments = (works: readonly WorkTold[]): readonly DocumentAdvice[] => works.map(whichDocument);

function perOf(document: PaperDue, facts: WorkDone): DocumentAdvice['per'] {
  const { circuitsTouched: circuits, newCircuit, boardChanged, protectiveDeviceChanged, likeForLike } = facts;
  if (document === 'EIC') return newCircuit || boardChanged || facts.reissue ? 'installation' : 'board';
  if (document === 'EICR' || document === 'EIC and EICR' || document === 'MWC and EICR')
    return circuits === 1 ? 'circuit' : 'installation';
  if (circuits > 0) return 'circuit';
  return likeForLike || protectiveDeviceChanged ? 'board' : 'installation';
}

/** From this many circuits behind changed devices on, a form for each says less than one certificate. */
const manyCircuits = 3;

function paperFor(facts: WorkDone): readonly [PaperDue, string] {
  const { newCircuit, boardChanged, altered, likeForLike, circuitsTouched: circuits } = facts;
  const isNew = newCircuit || boardChanged;
  if (facts.refused) return ['none', 'Do not do it or sign it. Confirm in writing, with the reason.'];
  if (facts.reissue)
    return [
      facts.reissueOf,
      'An issued document is corrected by a new issue of its kind that names the old one and says why.',
    ];
  if (facts.whoseWork === 'part' && isNew)
    return [
      'EIC and EICR',
      'Each signs for what they did (644.1): a certificate for your part, a report on what you found of the other.',
    ];
  if (facts.periodic && facts.whoseWork === 'own' && (isNew || altered))
    return [
      isNew ? 'EIC and EICR' : 'MWC and EICR',
      'A report on what exists, and beside it a certificate for the work that was done: neither says what the other does (641.1, 651.1).',
    ];
  if (facts.periodic || facts.whoseWork !== 'own')
    return [
      'EICR',
      'Nothing of it is your work: what exists is reported on (651.1), and no certificate can be signed for it.',
    ];
  if (isNew) {
    const what = [newCircuit && 'a new circuit', boardChanged && 'a new, replaced or moved board'].filter(Boolean);
    return [
      'EIC',
      `${capital(what.join(' and '))} takes an EIC with its schedules (641.1, 644.1): a minor-works form cannot carry it.`,
    ];
  }
  if (altered && facts.protectiveDeviceChanged && circuits >= manyCircuits)
    return [
      'EIC',
      `The protection of ${circuits} circuits at once is changed: one EIC with its schedules says it better than ${circuits} forms (644.1).`,
    ];
  if (altered)
    return [
      'MWC',
      `An addition or alteration with no new circuit and no change of board (641.1, 644.4)${circuits > 1 ? ': one form for each circuit altered' : ''}.`,
    ];
  if (likeForLike)
    return [
      'none required, MWC advised',
      'Like for like is not an alteration. Inspect and test it anyway; a form shows that you did.',
    ];
  return ['none', 'No fixed wiring was altered.'];
}

const forNewWork = ['designer', 'constructor', 'inspector-tester'];
const forReport = ['inspector', 'authoriser'];
const signaturesOf: Record<PaperDue, readonly string[]> = {
  EIC: forNewWork,
  MWC: ['responsible person'],
  EICR: forReport,
  'EIC and EICR': [...forNewWork, ...forReport],
  'MWC and EICR': ['responsible person', ...forReport],
  'none required, MWC advised': ['responsible person'],
  none: [],
};
const results = ['circuit details', 'test results'];
const schedulesOf: Record<PaperDue, readonly string[]> = {
  EIC: ['schedule of inspections', ...results],
  MWC: [],
  EICR: ['condition inspection schedule', ...results],
  'EIC and EICR': ['schedule of inspections', 'condition inspection schedule', ...results],
  'MWC and EICR': ['condition inspection schedule', ...results],
  'none required, MWC advised': [],
  none: [],
};

type Notice = { readonly notifiable: Notifiable; readonly how: string };
const inEngland =
  'Self-certify within 30 days of completion where the company is registered for it; otherwise notify building control before starting.';

function notice(country: WorkTold['country'], facts: WorkDone, document: PaperDue): Notice {
  if (facts.refused) return { notifiable: false, how: 'Nothing to notify: refuse in writing.' };
  if (facts.reissue) return { notifiable: false, how: 'No new notice for a corrected document.' };
  if (document === 'EICR')
    return {
      notifiable: false,
      how:
        facts.whoseWork === 'own'
          ? 'Nothing to notify: a report alters nothing.'
          : 'Your report notifies nothing. If the work was notifiable, point the owner to building control.',
    };
  if (document === 'none') return { notifiable: false, how: 'Nothing to notify.' };
  if (facts.premises === 'not a dwelling')
    return { notifiable: false, how: 'The rules for dwellings do not reach it; other building regulations may.' };
  if (facts.newDwelling)
    return {
      notifiable: true,
      how:
        country === 'Scotland'
          ? 'Under the building warrant, with a certificate at completion.'
          : 'Inside the building control application for the dwelling.',
    };
  if (country === 'Scotland' || country === 'Northern Ireland')
    return {
      notifiable: 'check locally',
      how:
        country === 'Scotland'
          ? 'No self-certifying as in England: a house with no floor above 4.5 m mostly needs no warrant, a flat or a taller house may. Ask the local verifier.'
          : 'No notice of electrical work alone as in England: it is heard of through the building work it belongs to. Ask building control there.',
    };
  return country === 'Wales' ? inWales(facts) : ofEngland(facts);
}

const isZone = (facts: WorkDone) => facts.specialLocation.startsWith('bath zone');

function ofEngland(facts: WorkDone): Notice {
  const { newCircuit, boardChanged, altered, specialLocation, cableChanged, pointsAdded } = facts;
  if (facts.temporary)
    return {
      notifiable: 'check locally',
      how: 'Temporary, and no fixed wiring of the dwelling as most see it: ask building control.',
    };
  if (boardChanged && !newCircuit && cableChanged && !facts.protectiveDeviceChanged)
    return {
      notifiable: 'check locally',
      how: 'The rule speaks of replacing a board, not of moving one: ask building control, or self-certify to be safe.',
    };
  if (newCircuit || boardChanged) return { notifiable: true, how: inEngland };
  if (altered && specialLocation === 'pool' && facts.outdoors)
    return {
      notifiable: 'check locally',
      how: 'The rule speaks of a room with a pool; an open-air one is doubtful: ask, or self-certify.',
    };
  const changes = pointsAdded > 0 || cableChanged;
  const special = (isZone(facts) && changes) || specialLocation === 'pool' || specialLocation === 'sauna';
  if (altered && special) return { notifiable: true, how: `Work inside a special location. ${inEngland}` };
  return {
    notifiable: false,
    how: facts.likeForLike
      ? 'No notice to building control; inspected and tested all the same.'
      : 'No notice to building control: give the document to the person ordering the work.',
  };
}

function inWales(facts: WorkDone): Notice {
  const { newCircuit, boardChanged, altered, kitchen, specialInstallation, cableChanged, pointsAdded, outdoors } =
    facts;
  const changes = pointsAdded > 0 || cableChanged;
  const special =
    isZone(facts) ||
    facts.specialLocation === 'pool' ||
    facts.specialLocation === 'sauna' ||
    specialInstallation ||
    outdoors;
  if (newCircuit || boardChanged || (altered && changes && (kitchen || special)))
    return {
      notifiable: true,
      how: 'Wales keeps its own list: self-certify within 30 days where registered, otherwise tell building control before starting. Check there.',
    };
  return { notifiable: false, how: 'Not on the Welsh list as described. Check there.' };
}

/** Others to be told, by what the words speak of. */
const others: readonly (readonly [RegExp, string])[] = [
  [
    /\b(array|solar|panels?|pv|inverter|batter(?:y|ies)|generator)\b/i,
    'the distributor, before or at connection (G98 or G99)',
  ],
  [
    /\b(charging unit|charger|charge point|heat pump)\b/i,
    'the distributor: before connection where the demand is near the fuse, otherwise afterwards',
  ],
  [/\btails\b|service fuse|cut-out/i, 'the distributor or meter operator, who pulls the fuse and sees to the seals'],
  [
    /\b(mains|linked)[^.]{0,30}\b(smoke|heat) alarms?|smoke alarms?, linked/i,
    'the person who keeps the fire alarm records (it has its own certificate, BS 5839-6)',
  ],
];
const alsoTold = (did: string): readonly string[] => others.flatMap(([words, who]) => (words.test(did) ? [who] : []));

/** Whether building control has to know, in a word or two. */
export const noticeWords = (notifiable: DocumentAdvice['notifiable']): string =>
  notifiable === true ? 'Notifiable.' : notifiable === false ? 'Not notifiable.' : 'Check locally.';
