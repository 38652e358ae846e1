import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

const server = join(import.meta.dirname, '..');
const tables = /\b(jobSummary|jobSearch|duty)\b/;

/** What a file takes from the schema. */
const fromSchema = (text: string): string => /import \{([^}]*)\} from '\.\/schema'/.exec(text)?.[1] ?? '';

const readers = readdirSync(server)
  .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
  .map((name) => ({ name, text: readFileSync(join(server, name), 'utf8') }))
  .filter(({ text }) => tables.test(fromSchema(text)));

it('finds the files that read tables made of jobs', () => expect(readers.length).toBeGreaterThan(5));

it.each(readers)('$name settles them first: whoever recorded something finds it there', ({ text }) => {
  expect(text).toContain('forFirmSettled(');
});
