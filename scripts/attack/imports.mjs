import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { temporaryDatabase } from '../setup/serve.mjs';
import { root } from '../setup/state.mjs';

/** Runs the command that checks, saves and restores; answers how it ended. */
const run = (env, ...args) =>
  new Promise((resolve) => {
    const does = args[0] === 'verify' ? join('ledger', 'ledger.ts') : join('copy', 'copy.ts');
    const how = ['--conditions=react-server', '--import', 'tsx', join(root, 'scripts', does)];
    const child = spawn(process.execPath, [...how, ...args], {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    child.stderr.setEncoding('utf8').on('data', (more) => (said += more));
    child.on('exit', (code) => resolve({ code, said }));
  });

/** One character of a text becomes another, at the first place after a word. */
const after = (word, to) => (text) => {
  const at = text.indexOf(word);
  if (at < 0) throw new Error(`There is no ${word} to change.`);
  return `${text.slice(0, at + word.length)}${to}${text.slice(at + word.length + 1)}`;
};

/** Saved jobs and firms that were changed: none passes the check, and none gets into another database. */
export async function imports({ app }) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: app.env.DATABASE_OWNER_URL });
  await client.connect();
  const { rows } = await client.query('select job_id as id from document order by number limit 1');
  const folder = mkdtempSync(join(tmpdir(), 'orange-ledger-imports-'));
  const [job, firm] = [join(folder, 'job.zip'), join(folder, 'firm')];
  const failed = [];
  let tried = 0;
  try {
    for (const args of [
      ['export', job, rows[0].id],
      ['export', firm, 'Fenwhistle Electrical Inspection'],
    ]) {
      const { code, said } = await run(app.env, ...args);
      if (code !== 0) throw new Error(`Nothing to attack was saved: ${said}`);
    }
    const parts = unzipSync(new Uint8Array(readFileSync(job)));
    const named = (end) => Object.keys(parts).find((name) => name.startsWith('documents/') && name.endsWith(end));
    const [ledger, model, pdf] = ['ledger.json', named('.json'), named('.pdf')];
    const changed = (name, change) => ({ ...parts, [name]: strToU8(change(strFromU8(parts[name]))) });
    const bytes = Uint8Array.from(parts[pdf]);
    bytes[bytes.length - 10] ^= 1;
    const { [pdf]: _gone, ...withoutFile } = parts;
    const jobs = {
      'an entry of another text': zipSync(changed(ledger, after('"what": "', '~'))),
      'an entry of another time': zipSync(changed(ledger, after('"madeAt": "2', '1'))),
      'an entry of another maker': zipSync(changed(ledger, after('"madeBy": "', '~'))),
      'an entry of another device': zipSync(changed(ledger, after('"device": "', '~'))),
      'a document of another title': zipSync(changed(model, after('"title": "', '~'))),
      'a document of another hash': zipSync(changed(model, after('"documentHash": "', 'x'))),
      'a document of another number': zipSync(changed(model, after('"number": "', 'X'))),
      'another printed file': zipSync({ ...parts, [pdf]: bytes }),
      'no printed file': zipSync(withoutFile),
      'no entries': zipSync({ ...parts, [ledger]: strToU8('{}') }),
      'half a file': readFileSync(job).subarray(0, 2000),
      'no zip': Buffer.from('not one'),
      'a place outside': zipSync({ '../../outside.json': strToU8('{}') }),
      'a part that grows without end': zipSync({ [ledger]: new Uint8Array(400_000_000) }, { level: 9 }),
    };
    const whole = readFileSync(firm, 'utf8').split('\n');
    const firms = {
      'a firm with a line left out': [...whole.slice(0, 5), ...whole.slice(6)].join('\n'),
      'a firm with a line twice': [...whole.slice(0, 6), whole[5], ...whole.slice(6)].join('\n'),
      'a firm with another text': whole.join('\n').replace('FW-118', 'FW-119'),
      'a firm cut off': whole.slice(0, -3).join('\n'),
      'a firm of a form to come': '{"format":"orange-ledger/firm/9"}\n',
      'a firm that is none': '{}\n',
    };
    const elsewhere = await temporaryDatabase('imports');
    try {
      const all = [
        ...Object.entries(jobs).map(([what, content]) => ({ verb: 'verify', end: '.zip', what, content })),
        ...Object.entries(firms).map(([what, content]) => ({ verb: 'import', end: '', what, content })),
      ];
      const lanes = Array.from({ length: 3 }, async () => {
        for (let next = all.shift(); next; next = all.shift()) {
          const { verb, end, what, content } = next;
          const here = join(folder, `tried-${(tried += 1)}${end}`);
          writeFileSync(here, content);
          const { code } = await run(elsewhere.env, verb, here);
          rmSync(here);
          if (code === 0 || code === null) failed.push({ [verb]: what, code });
        }
      });
      await Promise.all(lanes);
      const there = new pg.Client({ connectionString: elsewhere.env.DATABASE_OWNER_URL });
      await there.connect();
      const { rows: kept } = await there.query(
        'select (select count(*) from firm) + (select count(*) from entry) + (select count(*) from document) as n',
      );
      await there.end();
      tried += 1;
      if (Number(kept[0].n) !== 0) failed.push({ kept: kept[0].n });
      // What was not changed is taken: the refusals above are of what was.
      for (const args of [
        ['verify', job],
        ['import', firm],
      ]) {
        const { code, said } = await run(elsewhere.env, ...args);
        tried += 1;
        if (code !== 0) failed.push({ refused: args[0], said });
      }
    } finally {
      // The server goes on: the application that is attacked has it too.
      await client.query(`drop database if exists ${elsewhere.database} with (force)`);
      await client.end();
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
  return { what: 'saved files that were changed', tried, failed };
}
