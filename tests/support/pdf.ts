import { execFileSync } from 'node:child_process';

type Value = string | number | boolean | null | Value[] | { [key: string]: Value };
type Dictionary = { [key: string]: Value };
const isDictionary = (value: Value | undefined): value is Dictionary =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A PDF as Debian's tools read it: its objects, and the tree of its structure. */
export function readPdf(path: string) {
  const text = execFileSync('qpdf', ['--json=2', '--json-key=qpdf', path], { encoding: 'utf8', maxBuffer: 1e9 });
  const [, objects] = (
    JSON.parse(text) as { qpdf: [unknown, Record<string, { value?: Value; stream?: { dict: Dictionary } }>] }
  ).qpdf;
  const follow = (value: Value | undefined): Value | undefined => {
    if (typeof value !== 'string' || !/^\d+ \d+ R$/.test(value)) return value;
    const held = objects[`obj:${value}`];
    return held?.value ?? held?.stream?.dict;
  };
  const dictionary = (value: Value | undefined): Dictionary => {
    const found = follow(value);
    return isDictionary(found) ? found : {};
  };
  const list = (value: Value | undefined): Value[] => {
    const found = follow(value);
    return Array.isArray(found) ? found : found === undefined || found === null ? [] : [found];
  };
  const root = dictionary(dictionary(objects.trailer?.value)['/Root']);
  return { root, dictionary, list, follow, objects };
}

export type Element = {
  readonly type: string;
  readonly own: Dictionary;
  readonly children: readonly Element[];
  /** It marks something on a page itself. */
  readonly marks: boolean;
};

/** The structure of a document, from its root down: what stands on its pages, in the order it is read. */
export function structureOf({ root, dictionary, list }: ReturnType<typeof readPdf>): Element[] {
  const read = (value: Value): Element[] => {
    const own = dictionary(value);
    const kids = list(own['/K']);
    if (typeof own['/S'] !== 'string') return [];
    return [
      {
        type: own['/S'].slice(1),
        own,
        children: kids.flatMap(read),
        marks: kids.some((kid) => typeof kid === 'number' || dictionary(kid)['/Type'] === '/MCR'),
      },
    ];
  };
  return list(dictionary(root['/StructTreeRoot'])['/K']).flatMap(read);
}

/** Every element of a structure, in the order it is read. */
export const everyElement = (elements: readonly Element[]): Element[] =>
  elements.flatMap((each) => [each, ...everyElement(each.children)]);
