// npm run -s ledger -- <verb> [file|-]: the electrical core on the command line. JSON in, JSON out.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { formatNames, schemaText } from './formats';
import { verbs } from './verbs';

const [verb = '', file = '-'] = process.argv.slice(2);

function main(): { exit: number; output: unknown } {
  if (verb === 'formats') {
    for (const name of formatNames) writeFileSync(join('docs', 'formats', `${name}.schema.json`), schemaText(name));
    return { exit: 0, output: { written: formatNames } };
  }
  const run = verbs[verb];
  if (!run)
    return {
      exit: 2,
      output: {
        problem: `“${verb}” is not one of: ${Object.keys(verbs).join(', ')}. Say: npm run -s ledger -- <verb> [file|-]`,
      },
    };
  let text: string;
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    return {
      exit: 2,
      output: { problem: `${file} cannot be read: ${error instanceof Error ? error.message : String(error)}` },
    };
  }
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return { exit: 2, output: { problem: `Not JSON: ${error instanceof Error ? error.message : String(error)}` } };
  }
  return run(raw);
}

const { exit, output } = main();
process.stdout.write(`${JSON.stringify(output, null, 2)}\n`, () => process.exit(exit));
