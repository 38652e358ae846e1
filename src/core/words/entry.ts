import { capital } from './capital';
/** What an entry's name in the record is called, in words: `observation.noted` is an observation noted. */
const sayKind = (kind: string): string => kind.replaceAll('.', ' ').replaceAll('-', ' ');

const sayName = (name: string): string =>
  name
    .replace(/Mm2$/, ' in mm²')
    .replace(/Amps$/, ' in A')
    .replace(/Milliamps$/, ' in mA')
    .replace(/Volts$/, ' in V')
    .replace(/Ohms$/, ' in Ω')
    .replace(/([a-z])([A-Z])/g, (_, before: string, after: string) => `${before} ${after.toLowerCase()}`);

const isId = (text: string): boolean => /^[0-9a-f]{8}-[0-9a-f]{4}-|^[0-9a-f]{64}$/.test(text);

function sayValues(value: unknown, name: string): string[] {
  if (value === null || value === undefined || value === '') return [];
  if (typeof value === 'string' && (isId(value) || value.startsWith('data:'))) return [];
  if (typeof value === 'boolean') return [`${sayName(name)} ${value ? 'yes' : 'no'}`];
  if (typeof value === 'string' || typeof value === 'number') return [`${sayName(name)} ${value}`.trim()];
  if (Array.isArray(value)) return value.flatMap((each) => sayValues(each, name));
  return Object.entries(value).flatMap(([key, each]) => sayValues(each, key === 'fields' ? '' : key));
}

/**
 * What an entry was to record, as a sentence a person can read and copy: its kind, and everything that was said in it but
 * the ids. Nothing that was typed is left out.
 */
export function sayEntry(kind: string, body: unknown): string {
  const said = sayValues(body, '');
  const text = `${sayKind(kind)}${said.length > 0 ? `: ${said.join(', ')}` : ''}.`;
  return capital(text);
}
