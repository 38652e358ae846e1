/** What a description of work or of a finding must say, so that years later the paper shows where somebody worked. */
type DescriptionPart = 'what' | 'where' | 'circuit';

export type DescriptionCheck = { readonly missing: readonly DescriptionPart[]; readonly questions: readonly string[] };

const things = [
  'socket',
  'switch',
  'light',
  'lamp',
  'luminaire',
  'downlight',
  'pendant',
  'fan',
  'cooker',
  'hob',
  'oven',
  'shower',
  'heater',
  'boiler',
  'immersion',
  'towel rail',
  'connection unit',
  'fcu',
  'isolator',
  'charger',
  'charging point',
  'alarm',
  'detector',
  'consumer unit',
  'board',
  'breaker',
  'rcbo',
  'rcd',
  'fuse',
  'cable',
  'bond',
  'earthing conductor',
  'electrode',
  'junction box',
  'pump',
  'extractor',
  'inverter',
  'battery',
  'thermostat',
  'radiator',
  'underfloor',
  'doorbell',
  'gate',
  'circuit for',
  'rewire',
];
const places = [
  'kitchen',
  'bathroom',
  'shower room',
  'ensuite',
  'en-suite',
  'wc',
  'toilet',
  'cloakroom',
  'bedroom',
  'landing',
  'hall',
  'stairs',
  'lounge',
  'living',
  'sitting',
  'parlour',
  'dining',
  'study',
  'office',
  'utility',
  'loft',
  'attic',
  'cellar',
  'basement',
  'garage',
  'shed',
  'outhouse',
  'garden',
  'porch',
  'conservatory',
  'cupboard',
  'pantry',
  'larder',
  'nursery',
  'outside',
  'wall',
  'floor',
  'ceiling',
  'gable',
  'driveway',
  'gatepost',
  'annexe',
  'workshop',
  'greenhouse',
  'balcony',
  'roof',
  'intake',
  'meter box',
  'whole house',
  'whole dwelling',
  'throughout',
];
const circuitWords =
  /\b(?:circuit|way)\s*\d+|\bnew circuit\b|\bfrom (?:the )?(?:ring|radial|lighting|socket|cooker|shower)|\b(?:ring|radial|lighting|cooker|shower|immersion|heating) circuit\b|\bconsumer unit\b|\bboard\b|\bsub-?main\b|\bevery circuit\b|\ball circuits\b/;

const asks: Record<DescriptionPart, string> = {
  what: 'What exactly? Name the accessory or equipment, not “a point”.',
  where: 'Where exactly? Name the room or place, and where in it.',
  circuit: 'Which circuit? Give its number, or say that it is a new one.',
};

/** Reads a description for what, where and which circuit, and asks for what it does not find. */
export function checkDescription(text: string): DescriptionCheck {
  const lower = ` ${text.toLowerCase().replace(/\s+/g, ' ')} `;
  const has = (words: readonly string[]) =>
    words.some((word) => new RegExp(`[^a-z]${word}(?:s|es)?[^a-z]`).test(lower));
  const missing = (
    [
      ['what', has(things)],
      ['where', has(places)],
      ['circuit', circuitWords.test(lower)],
    ] as const
  ).flatMap(([part, there]) => (there ? [] : [part]));
  return { missing, questions: missing.map((part) => asks[part]) };
}
