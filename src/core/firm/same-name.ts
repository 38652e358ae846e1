const titles = new Set(['mr', 'mrs', 'ms', 'miss', 'mx', 'dr', 'prof', 'sir', 'dame']);

/** A name as it is compared: without accents, case, titles and points. */
const partsOf = (name: string): string[] =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}]+/u)
    .filter((part) => part !== '' && !titles.has(part));

/** Whether two names may be one person's: the same last name, and a first name that is the same or its initial. */
export function sameName(one: string, other: string): boolean {
  const [a, b] = [partsOf(one), partsOf(other)];
  if (a.length === 0 || b.length === 0) return false;
  if (a.join('') === b.join('')) return true;
  const [first = '', second = ''] = [a[0], b[0]];
  const initial = first.length === 1 || second.length === 1 ? first[0] === second[0] : first === second;
  return a.at(-1) === b.at(-1) && a.length > 1 && b.length > 1 && initial;
}

/** Whether a name is written in letters of more than one script, so that it may look like another. */
export const mixesScripts = (name: string): boolean =>
  [/\p{Script=Latin}/u, /\p{Script=Cyrillic}/u, /\p{Script=Greek}/u].filter((script) => script.test(name)).length > 1;
