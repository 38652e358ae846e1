/** What a description of work must say, so that years later the paper shows where somebody worked. */
const parts = ['what', 'where', 'circuit'] as const;
type DescriptionPart = (typeof parts)[number];

export type Description = {
  /** What was done to what, where, and on which circuit, in the words found for it; null where it does not say. */
  readonly what: string | null;
  readonly where: string | null;
  readonly circuit: string | null;
  readonly lacks: readonly DescriptionPart[];
  /** The one thing to ask next; null where nothing lacks. */
  readonly ask: string | null;
  /** Words in it that say too little by themselves. */
  readonly vague: readonly string[];
};

/** Short forms and slips as they are typed on site, word by word. */
const inFull: Readonly<Record<string, string>> = {
  skt: 'socket',
  skts: 'sockets',
  sox: 'sockets',
  sok: 'socket',
  soc: 'socket',
  socs: 'sockets',
  so: 'socket',
  fcu: 'connection unit',
  fcus: 'connection units',
  fsu: 'connection unit',
  sfcu: 'connection unit',
  conn: 'connection',
  fused: 'fused',
  jb: 'junction box',
  cct: 'circuit',
  ccts: 'circuits',
  circ: 'circuit',
  cir: 'circuit',
  ckt: 'circuit',
  circut: 'circuit',
  cu: 'board',
  'b/d': 'board',
  bd: 'board',
  db: 'board',
  ccu: 'board',
  fuseboard: 'board',
  fusebox: 'board',
  'fuse-board': 'board',
  mcb: 'breaker',
  mcbs: 'breakers',
  lite: 'light',
  lites: 'lights',
  lts: 'lights',
  lt: 'light',
  floodlite: 'floodlight',
  dls: 'downlights',
  dr: 'door',
  rm: 'room',
  bedrm: 'bedroom',
  bed: 'bedroom',
  bathrm: 'bathroom',
  bthrm: 'bathroom',
  flr: 'floor',
  landng: 'landing',
  kit: 'kitchen',
  kitch: 'kitchen',
  ensuite: 'en suite',
  loo: 'lavatory',
  wc: 'lavatory',
  toilet: 'lavatory',
  lounge: 'sitting room',
  ext: 'extension',
  pt: 'outlet',
  pts: 'outlets',
  htr: 'heater',
  htrs: 'heaters',
  batt: 'battery',
  cupbd: 'cupboard',
  cpd: 'cupboard',
  cupd: 'cupboard',
  elec: 'electric',
  pv: 'solar',
  swa: 'armoured',
  hse: 'house',
  ufh: 'floor warming',
  sw: 'switch',
  sws: 'switches',
  thru: 'through',
  repl: 'replaced',
  rep: 'replaced',
  chg: 'changed',
  chgd: 'changed',
  swop: 'swapped',
  swopped: 'swapped',
  swap: 'swapped',
  trannie: 'transformer',
  trafo: 'transformer',
  stat: 'thermostat',
  imm: 'immersion',
  ex: 'extractor',
  ev: 'vehicle',
  w: 'with',
  n: 'and',
  '2way': 'two-way',
  spd: 'surge device',
  smokes: 'smoke alarms',
  extr: 'extractor',
  isolater: 'isolator',
  pullcord: 'pull cord',
  summerhouse: 'summer house',
};

/** What can be worked on, as the paper would name it. */
const things =
  /\b(?:double |single |twin |weatherproof |usb )*(?:sockets?|socket-outlets?|connection units?|spur units?)\b|\b(?:dimmer|rocker|pull cord|two-way|cooker|light|time|fan|pull|shower)? ?switch(?:es|ing)?\b|\brockers?\b|\bdimmers?\b|\b(?:flood|down|spot|wall|strip|bollard|pendant|ceiling|emergency)? ?(?:light(?:er|ing)?s?|lamps?|luminaires?)\b|\b(?:flood|down|spot)light(?:er)?s?\b|\bpendants?\b|\bceiling roses?\b|\broses?\b|\bbattens?\b|\b(?:extractor |ceiling )?fans?\b|\bextractors?\b|\bcooker (?:outlet|hood|point|panel|unit)\b|\bcookers?\b|\bovens?\b|\bhobs?\b|\branges?\b|\bshowers?\b|\bimmersion(?: heater)?\b|\bthermostats?\b|\b(?:storage|panel|water|fan|convector)? ?heaters?\b|\bradiators?\b|\btowel rails?\b|\bboilers?\b|\bprogrammers?\b|\bheated mirror\b|\bmirrors?\b|\bfloor warming\b|\bwarming mats?\b|\bmats?\b|\bshavers?\b|\b(?:vehicle )?(?:chargers?|charging (?:unit|point|outlet)s?|charge points?)\b|\b(?:smoke|heat|carbon monoxide|co|intruder|fire|burglar) (?:alarms?|detectors?|heads?)\b|\balarms?\b|\bdetectors?\b|\bbatter(?:y|ies)\b|\bisolators?\b|\bbreakers?\b|\brcbos?\b|\brcds?\b|\bfuses?\b|\bmain switch\b|\bsurge device\b|\bboards?\b|\bconsumer units?\b|\bblank(?:s|ed|ing)?\b|\bcables?\b|\barmoured\b|\bsub-?mains?\b|\btails\b|\bbond(?:s|ed|ing)?\b|\bearthing\b|\bcctv\b|\bcameras?\b|\bearth(?:ing)?(?: rods?| electrodes?| conductor)\b|\belectrodes?\b|\brods?\b|\bjunction box(?:es)?\b|\bjoint box(?:es)?\b|\bpumps?\b|\bgate motors?\b|\bmotors?\b|\binverters?\b|\bsolar\b|\bpanels?\b|\bgenerators?\b|\btransformers?\b|\bdoor ?bells?\b|\bbells?\b|\bcircuit chart\b|\blabels?\b|\brewired?\b|\bhot tub\b|\bsauna\b|\bpower supply\b|\bcontactors?\b|\btimers?\b|\btime ?clocks?\b|\bsensors?\b|\bdata\b|\baerials?\b|\bphotocells?\b|\bdishwashers?\b|\bwashing machines?\b|\bdryers?\b|\bdisposal unit\b|\bboiling (?:water )?tap\b|\b(?:ring|radial)s?\b/g;

/** Words that name a place in or round a house. */
const places =
  /\b(?:(?:back|front|rear|side|family|main|master|box|spare|ground-floor|first-floor|second-floor|downstairs|upstairs|left|right|north|south|east|west|guest|\w+'s) )*(?:kitchen|bathroom|bath room|shower room|wet room|en suite|lavatory|cloakroom|bedrooms?|box room|nursery|landing|hall(?:way)?|stairs|staircase|stairwell|living room|sitting room|dining room|dining|study|office|utility(?: room)?|loft|attic|cellar|basement|garage|shed|outhouse|porch|conservatory|sun room|orangery|cupboard|pantry|larder|room|snug|library|parlour|play ?room|garden (?:room|office|studio|house)|pergola|gazebo|kennels?|byre|games room|gym|annexe?|workshop|green ?house|barn|stable|summer house|cabin|log store|balcony|roof|extension|worktop|island|vestibule|lobby|corridor|boot room|plant room|meter (?:box|cupboard)|intake|gable(?: end| wall)?|drive(?:way)?|gate ?post|patio|terrace|decking|pond|pool(?: house)?|back step|front step|door|yard|path|car ?port|bungalow|flat|whole (?:house|dwelling)|throughout|every room|back wall|front wall|side wall|rear wall|chimney breast|airing cupboard|fireplace|bay window|window)\b/g;

const numbers = '(?:no\\.? ?)?([0-9]{1,3})\\b';
const circuitNumber = new RegExp(`\\b(circuit|way)s? ?${numbers}`);
const namedRing =
  /\b(?:(?:off|from|on) (?:the )?)?((?:upstairs|downstairs|kitchen|ground-floor|first-floor|second-floor|house|garage|utility|loft|landing|hall|bedroom|lights?|lighting|socket|sockets|sitting room|sub-?main|cooker|shower|heating) (?:ring|radial|main|lights?|lighting|sockets?))\b/;
const loadCircuit =
  /\b((?:cooker|oven|hob|shower|immersion|lighting|lights?|socket|sockets|ring|radial|heating|boiler|heater|alarm|garage|shed|outside|upstairs lighting|downstairs lighting|upstairs lights?|downstairs lights?|kitchen|storage heater|towel rail|vehicle|smoke alarm) circuit)\b/;
const newCircuit =
  /\bnew (?:\d+(?:\.\d+)? ?(?:a|amps?) )?(?:\w+ ){0,2}(?:circuit|radial|ring|sub-?main|way)\b|\b(?:on|off|with|to|gave it|from|given) (?:its|their|a|an|an? own|one)? ?own (?:\d+ ?a )?(?:breaker|rcbo|circuit|way|supply)\b|\bown (?:breaker|rcbo|circuit|way)\b|\b(?:in|into|from|off|on|to) (?:a |the )?spare way\b|\bdedicated (?:circuit|supply|radial)\b|\bsub-?main\b.*\bnew\b|\bnew\b.*\bsub-?main\b/;
const boardWork =
  /\b(?:board|consumer unit)s? (?:(?:in|at|under|of|on) (?:the |a )?\w+(?: \w+)? )?(?:change|changed|swap|swapped|upgrade|upgraded|replaced|replacement|renewed|renewal|fitted|moved)\b|\b(?:changed?|swapped|upgraded?|replaced|renewed|new|fitted|moved) (?:the |a |old |\d+ way )*(?:\w+ )?(?:board|consumer unit)\b(?! feed| tails)/;

/** Words that say too little by themselves. */
const vagueWords =
  /\b(a point|extra point|points?|upstairs|downstairs|outside|outdoors|garden|bits?(?: and bobs)?|stuff|things?|works?|job|faults?|remedials?|made safe|snagging|snags|wiring|electrics|refurb(?:ishment)?|2nd fix|second fix|1st fix|first fix|spur|power|pwr|snapped|now do|repairs?|sundry|various|as agreed|misc|alterations?|lights)\b/g;
const symptoms =
  /\b(?:won'?t work|not working|doesn'?t work|stopped working|snapped|broke|broken|flicker(?:s|ing)?|buzz(?:es|ing)?|dead|went bang|keeps? tripping|now do|now works?|now ok)\b/;
const acts =
  /\b(?:replaced|renewed|fitted|changed|swapped|repaired|put right|fixed|remade|moved|added|installed|refixed|tightened|reconnected|removed|took out|wired|connected|extended|joined|boxed|crimped|blanked)\b/;

/** A vocabulary for slips of one letter: long words only, where one letter off can mean nothing else. */
const spelt = [
  'socket',
  'sockets',
  'extractor',
  'immersion',
  'kitchen',
  'utility',
  'towel',
  'isolator',
  'consumer',
  'bathroom',
  'bedroom',
  'landing',
  'cooker',
  'switch',
  'switches',
  'lights',
  'light',
  'pendant',
  'shower',
  'heater',
  'garage',
  'conservatory',
  'thermostat',
  'circuit',
  'breaker',
  'electrode',
  'earthing',
  'bonding',
  'board',
  'alarm',
  'battery',
  'charger',
  'downlights',
  'ceiling',
  'cellar',
  'hallway',
  'replaced',
  'transformer',
  'storage',
  'luminaire',
  'cupboard',
];

/** Reads a description as it is typed: what, where and which circuit, and the one question for what it lacks. */
export function readDescription(text: string): Description {
  const words = plainly(text);
  const where = placeOf(words);
  const what = thingOf(words);
  const circuit = circuitOf(words, what);
  const found: Record<DescriptionPart, string | null> = {
    what,
    where: where ?? impliedPlace(words, what, circuit),
    circuit,
  };
  const lacks = parts.filter((part) => found[part] === null);
  return { ...found, lacks, ask: lacks[0] ? ask(lacks[0], found) : null, vague: allOf(words, vagueWords) };
}

/** The text in full words: short forms written out, slips of one letter put right, case and spaces levelled. */
function plainly(text: string): string {
  const levelled = text
    .slice(0, 20_000)
    .toLowerCase()
    .replace(/[\u2018\u2019]/g, "'")
    .replace(/\b(b\/d)\b/g, 'board')
    .replace(/[,;:+&()|]/g, ' , ')
    .replace(/\.(?=\s|$)/g, ' . ')
    .replace(/(?<=[a-z])\/(?=[a-z])/g, ' , ')
    .replace(/\b(\d+) ?x\b|\bx ?(\d+)\b/g, ' $1$2 ')
    .replace(/\b2 ?way (?=sw)/g, 'two-way ')
    .replace(/\bbath room\b/g, 'bathroom')
    .replace(/\b(\w+) (?:floor|flr) (?=landing|landng|hall|bath|bed|room)/g, '$1-floor ')
    .replace(/\b2nd-floor\b/g, 'second-floor')
    .replace(/\b1st-floor\b/g, 'first-floor');
  return levelled
    .split(/\s+/)
    .filter(Boolean)
    .map((word) => (Object.hasOwn(inFull, word) ? inFull[word] : respelt(word)))
    .join(' ')
    .replace(/\bconnection unit unit\b/g, 'connection unit')
    .replace(/\b[bcd]\d{1,2}\b/g, 'breaker')
    .replace(/\bwashing machine socket\b/g, 'socket');
}

function respelt(word: string): string {
  if (word.length < 4 || spelt.includes(word) || /\d/.test(word)) return word;
  return spelt.find((right) => right.length >= 5 && isOneOff(word, right)) ?? word;
}

/** Whether one letter added, lost or exchanged makes one word of the other; the first letter is taken to be right. */
function isOneOff(word: string, right: string): boolean {
  if (word[0] !== right[0] || Math.abs(word.length - right.length) > 1) return false;
  let at = 0;
  while (at < word.length && word[at] === right[at]) at += 1;
  const [rest, of] = [word.slice(at), right.slice(at)];
  // An `s` at the end is another number of the same, not a slip.
  if (word.length !== right.length && (rest === 's' || of === 's')) return false;
  if (word.length > right.length) return rest.slice(1) === of;
  if (word.length < right.length) return rest === of.slice(1);
  return rest.slice(1) === of.slice(1) && right.length >= 6;
}

const allOf = (text: string, words: RegExp): string[] => [
  ...new Set([...text.matchAll(words)].map(([found]) => found.trim())),
];

function thingOf(text: string): string | null {
  const bare = text.replace(/\bcircuits? ?(?:no\.? ?)?\d+|\bways? ?\d+/g, ' ');
  const found = allOf(bare, things).filter((thing) => !/^(?:ring|radial)s?$/.test(thing));
  const onlyNamesCircuit = found.length > 0 && allOf(bare.replace(namedRing, ' '), things).length === 0;
  if (/\b(?:kitchen|bath|shower) refurb/.test(text)) return null;
  if (symptoms.test(text) && !acts.test(text)) return null;
  if (found.length === 0 || (onlyNamesCircuit && !newCircuit.test(text))) {
    const radial = /\bnew\b.*\b(?:radial|ring)\b/.exec(bare);
    return radial ? radial[0] : null;
  }
  const act = acts.exec(text)?.[0];
  return `${found.join(', ')}${act && !found.some((thing) => thing.includes(act)) ? `, ${act}` : ''}`;
}

/** Places too wide to find anything by. */
const tooWide = /^(?:room|door|window|stairs?|path|extension wall|upstairs room|downstairs room)$/;

function placeOf(text: string): string | null {
  // A room in the name of a circuit is no place of work.
  const bare = text
    .replace(/\b(?:off|from|on) (?:the )?(?:[\w-]+ )?(?:ring|radial|lights?|lighting|sockets?)\b/g, ' ')
    .replace(/\b[\w-]+ (?:ring|radial|main)\b/g, ' ')
    .replace(/\b(?:kitchen|garage|shed|loft) circuit\b(?! ?\d)/g, ' ')
    .replace(/\bshower room\b/g, 'shower room')
    .replace(/\bto (?:the )?house\b/g, ' ');
  const found = allOf(bare, places).filter((place) => !tooWide.test(place) || /front|back|rear|side/.test(place));
  if (found.length > 0) return found.join(', ');
  if (/\bunder (?:the )?stairs?\b/.test(bare)) return 'under the stairs';
  if (/\bgate\b/.test(bare) && /\bmotor|\bgate (?:light|post)/.test(bare)) return 'gate';
  const precise =
    /\b(?:over|above|by|beside|behind|next to) (?:the )?(?:\w+ )?(?:door|window|stairs?|bed|sink|basin|bath|fridge|boiler|step)\b/.exec(
      bare,
    );
  return precise ? precise[0] : null;
}

/** Where a thing is by its own nature: an oven and a hob in the kitchen, a device in its board. */
function impliedPlace(text: string, what: string | null, circuit: string | null): string | null {
  if (!what) return null;
  if (/\b(?:oven|hob|cooker hood|dishwasher|worktop)\b/.test(what) && !/\boutside\b/.test(text)) return 'kitchen';
  if (boardWork.test(text) || /\bfeed\b|\btails\b/.test(text)) return null;
  if (circuit === noCircuit && /\b(?:blank|chart|label)/.test(what)) return 'the board';
  const first = what.split(', ')[0] ?? '';
  return /\b(?:breakers?|rcbos?|rcds?|main switch|surge device|spare way)\b/.test(first) &&
    !/\bsocket\b/.test(first) &&
    !/\bown (?:breaker|rcbo)\b/.test(text)
    ? 'the board'
    : null;
}

const noCircuit = 'no circuit';

function circuitOf(text: string, what: string | null): string | null {
  const numbered = circuitNumber.exec(text);
  if (numbered) return `${numbered[1]} ${numbered[2]}`;
  if (/\bpart(?:ial)? rewire/.test(text)) return null;
  if (boardWork.test(text) || /\ball (?:\w+ )?circuits\b|\bevery circuit\b|\bwhole (?:board|installation)\b/.test(text))
    return 'every circuit of the board';
  if (
    /\b(?:full |complete )?rewired?\b/.test(text) &&
    !/\brewired? (?:of )?(?:the |a )?(?:lights?|lighting|sockets?|ring|kitchen|shower|\w+ (?:room|lights?))/.test(text)
  )
    return 'every circuit';
  if (newCircuit.test(text)) return 'a new circuit';
  if (/\bbond(?:s|ed|ing)?\b/.test(text) && !/\bsupplementary\b/.test(text)) return 'main bonding, no circuit';
  if (/\btails\b/.test(text)) return 'tails, no circuit';
  if (/\bearthing\b|\bearth (?:rod|electrode|conductor|spike)|\belectrode\b|\brods?\b/.test(text))
    return 'earthing, no circuit';
  if (/\bmain switch\b|\bsurge device\b/.test(text)) return noCircuit;
  if (/\bspare way\b|\bcircuit chart\b|\bchart\b|\blabels?\b/.test(text)) return noCircuit;
  if (/\b(?:consumer unit|board) (?:feed|supply)\b/.test(text)) return 'supply to the board';
  const ring = namedRing.exec(text)?.[1];
  if (ring && /\b(?:ring|radial|main)$/.test(ring)) return ring;
  if (ring && /\b(?:off|from|on) (?:the )?$/.test(text.slice(0, text.indexOf(ring)))) return ring;
  if (/\b(?:off|from|on) the (?:ring|radial|lights|lighting)\b/.test(text)) return 'the ring or radial named';
  const load = loadCircuit.exec(text)?.[1];
  if (load && (what === null || allOf(text.replace(load, ' '), things).length > 0)) return load;
  return null;
}

function ask(
  part: DescriptionPart,
  { what, where, circuit }: Readonly<Record<DescriptionPart, string | null>>,
): string {
  const thing = what?.split(', ')[0] ?? '';
  if (part === 'what')
    return where
      ? `What was done in the ${where.split(', ')[0]}: which accessory, device or cable?`
      : circuit
        ? `What was done on ${circuit}: which accessory, device or cable?`
        : 'What was done, item by item: which accessory, device or cable?';
  if (part === 'where')
    return circuit?.endsWith('no circuit') || /cable|sub-?main|board|charg|solar|rod|bond/.test(thing)
      ? `Where is it: ${thing}?`
      : `Which room is it in, and where in it: ${thing}?`;
  return `Which circuit feeds it, by its number: ${thing}? Or is it a new one?`;
}
