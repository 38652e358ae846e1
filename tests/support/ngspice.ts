import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Resistor } from '../../src/core/network/network';

export type Asked = { readonly resistors: readonly Resistor[]; readonly a: string; readonly b: string };

/** Resistances by the general circuit simulator: one ampere into `a`, `b` at ground, all questions in one operating point. */
export function resistancesByNgspice(asked: readonly Asked[]): number[] {
  const folder = mkdtempSync(join(tmpdir(), 'ngspice-'));
  try {
    const lines = ['* resistances', '.options reltol=1e-12 abstol=1e-18 vntol=1e-15 gmin=1e-18'];
    asked.forEach(({ resistors, a, b }, question) => {
      const node = (name: string) => (name === b ? '0' : `q${question}_${name}`);
      resistors.forEach((r, index) =>
        lines.push(`R${question}_${index} ${node(r.a)} ${node(r.b)} ${r.ohms.toPrecision(17)}`),
      );
      lines.push(`I${question} 0 ${node(a)} 1`);
    });
    lines.push(
      '.control',
      'set numdgt=15',
      'op',
      ...asked.map(({ a }, question) => `print v(q${question}_${a})`),
      '.endc',
      '.end',
      '',
    );
    const file = join(folder, 'asked.cir');
    writeFileSync(file, lines.join('\n'));
    const run = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' });
    const found = [...run.stdout.matchAll(/^v\(q(\d+)_\w+\) = (\S+)$/gm)].map((match) => Number(match[2]));
    if (found.length !== asked.length)
      throw new Error(
        `ngspice answered ${found.length} of ${asked.length}:\n${run.stdout.slice(-2000)}${run.stderr.slice(-2000)}`,
      );
    return found;
  } finally {
    rmSync(folder, { recursive: true });
  }
}
