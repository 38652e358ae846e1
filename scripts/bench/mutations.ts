/** What broke a ledger once, or might: of every shape a field can be sent in. */
const nasty: readonly unknown[] = [
  '\ud800',
  '\0',
  'x'.repeat(5000),
  '',
  ' ',
  '0000-01-01',
  '9999-12-31',
  '1e400',
  '-0',
  '9'.repeat(32),
  '1e-7',
  -1,
  0,
  1e-7,
  1e21,
  123456789012345678901234567890,
  null,
  true,
  [],
  {},
  [[[]]],
  { __proto__: null, of: 'way' },
  '0195a000-0000-7000-8000-00000000000a',
  '0195A000-0000-7000-8000-00000000000A',
  '__proto__',
  'constructor',
  '<script>',
  '\u202e',
  '\u2028',
  'N/A',
  'LIM',
];

/** Values with one field of them, somewhere, put wrong: the same for the same seed. */
export function mutations(seed: number) {
  let state = seed;
  const random = (below: number): number => {
    state = (Math.imul(state, 1103515245) + 12345) & 0x7fffffff;
    return (state >>> 8) % below;
  };
  const mutated = (value: unknown, depth = 0): unknown => {
    if (random(4) === 0 || depth > 3) return nasty[random(nasty.length)];
    if (Array.isArray(value)) return value.map((each) => mutated(each, depth + 1));
    if (value === null || typeof value !== 'object') return random(2) ? value : nasty[random(nasty.length)];
    const entries = Object.entries(value);
    const chosen = random(Math.max(entries.length, 1));
    return Object.fromEntries(entries.map(([k, held], i) => [k, i === chosen ? mutated(held, depth + 1) : held]));
  };
  return { mutated, random };
}
