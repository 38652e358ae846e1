// npm run -s ledger -- <verb> [--lines] [file|-]: the electrical core on the command line. JSON in, JSON out; with --lines an
// input a line and an answer a line, in one process: what cannot be used is answered in its place, and the rest goes on.
import { createReadStream, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { type Answer, unusable } from './answer';
import { formatNames, schemaText } from './formats';
import { contextsOf } from './judge/judge';
import { reportOf } from './report';
import { verbs } from './verbs';
import { verifyFile } from './verify';

const args = process.argv.slice(2);
const lines = args.includes('--lines');
const [verb = '', file = '-', to] = args.filter((arg) => arg !== '--lines');

const said = (error: unknown) => (error instanceof Error ? error.message : String(error));

function answerTo(text: string): Answer {
  const run = Object.hasOwn(verbs, verb) ? verbs[verb] : undefined;
  if (!run)
    return unusable(
      `“${verb}” is not one of: ${Object.keys(verbs).join(', ')}, verify, report, export, import. Say: npm run -s ledger -- <verb> [--lines] [file|-]`,
    );
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return unusable(`Not JSON: ${said(error)}`);
  }
  return run(raw);
}

async function whole(): Promise<Answer> {
  if (verb === 'verify') return verifyFile(file);
  if (verb === 'report') return reportOf(file, to);
  if (verb === 'judge' && args.includes('--help')) return { exit: 0, output: contextsOf() };
  if (verb === 'formats') {
    for (const name of formatNames) writeFileSync(join('docs', 'formats', `${name}.schema.json`), schemaText(name));
    return { exit: 0, output: { written: formatNames } };
  }
  try {
    return answerTo(readFileSync(file === '-' ? 0 : file, 'utf8'));
  } catch (error) {
    return unusable(`${file} cannot be read: ${said(error)}`);
  }
}

/** The worst of the lines' answers is the exit; what goes wrong within a line is answered there. */
async function each(): Promise<number> {
  let worst = 0;
  for await (const line of createInterface({ input: file === '-' ? process.stdin : createReadStream(file) })) {
    if (line.trim() === '') continue;
    let answer: Answer;
    try {
      answer = answerTo(line);
    } catch (error) {
      answer = unusable(`This could not be worked out: ${said(error)}`);
    }
    worst = Math.max(worst, answer.exit);
    if (!process.stdout.write(`${JSON.stringify(answer.output)}\n`))
      await new Promise((resolve) => process.stdout.once('drain', resolve));
  }
  return worst;
}

if (lines) {
  try {
    process.exitCode = await each();
  } catch (error) {
    process.stdout.write(`${JSON.stringify({ problem: `${file} cannot be read: ${said(error)}` })}\n`);
    process.exitCode = 2;
  }
} else {
  const { exit, output } = await whole();
  process.stdout.write(`${JSON.stringify(output, null, 2)}\n`, () => process.exit(exit));
}
