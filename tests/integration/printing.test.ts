import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 } from 'uuid';
import { describe, expect, it, vi } from 'vitest';
import { origin, sound } from '../../scripts/demo/new-work';
import { Scribe } from '../../scripts/demo/scribe';
import type { Sheet } from '../../src/print/sheet';
import { dangerLetter } from '../../src/core/certificates/letters';
import { layoutOf } from '../../src/print/layouts/registry';
import { letterPdf } from '../../src/print/letter';
import { modelOf } from '../../src/server/documents';
import { noon, viewOfScribe } from '../support/entries';

const firm = { name: 'Fenwhistle', address: '', telephone: '', email: '', logo: '' };

/** A certificate of so many boards, each of so many ways. */
function boards(many: number, ways: number): Scribe {
  const s = new Scribe(noon, 'd');
  s.open('EIC', 'bs7671-2018-a3', 'FW-900');
  origin(s, 100);
  for (let board = 1; board <= many; board += 1) {
    const id = s.board(`Board ${board}`, `Floor ${board}`, 'The intake');
    for (let number = 1; number <= ways; number += 1)
      s.results(
        s.way(id, number, [`Circuit ${board}/${number}`, 'sockets', 6, 'RCBO B 20', '30 A', '2.5/1.5', 'C']),
        sound({ r1r2: '0.41', zs: '0.74', rcdTime: '22' }),
      );
  }
  return s;
}

async function printedOf(scribe: Scribe): Promise<Buffer> {
  const view = viewOfScribe(scribe);
  return layoutOf('EIC')(modelOf('EIC', view.definition.build(view, firm)), null, noon, new Map());
}

const folder = mkdtempSync(join(tmpdir(), 'printing-'));
function read(pdf: Buffer) {
  const path = join(folder, `${Math.random()}.pdf`);
  writeFileSync(path, pdf);
  const run = (command: string, ...args: string[]) => execFileSync(command, [...args], { encoding: 'utf8' });
  return {
    text: run('pdftotext', '-layout', path, '-'),
    info: run('pdfinfo', path),
    check: run('qpdf', '--check', path),
  };
}

describe('a certificate of four boards and sixty circuits', () => {
  it('has a schedule for each, with its headings on every page, and every circuit once', async () => {
    const { text, info, check } = read(await printedOf(boards(4, 15)));
    for (let board = 1; board <= 4; board += 1) {
      expect(text).toContain(`Circuits and test results: Board ${board}`);
      for (let number = 1; number <= 15; number += 1)
        expect(
          text.split(`Circuit ${board}/${number}`).filter((after) => !/^\d/.test(after)).length,
          `${board}/${number}`,
        ).toBe(2);
    }
    expect(info).toMatch(/Tagged:\s+yes/);
    expect(check).toMatch(/No syntax or stream encoding errors/);
    const pages = text.split('\f').filter((page) => /Circuit \d\/\d/.test(page));
    for (const page of pages) expect(page).toMatch(/R1\+R2/);
  });
});

describe('a certificate under an edition of the firm’s own', () => {
  it('says so once beneath its title, and names the edition at the head of every page', async () => {
    const scribe = boards(1, 3);
    const [, begun] = scribe.drafts;
    if (begun?.kind !== 'document.begun') throw new Error('The second entry begins the document');
    const ownEdition = {
      editionId: '0195a000-0000-7000-8000-0000000000e1',
      title: 'BS 7671:2018+A4:2026',
      shortTitle: 'A4:2026',
      basedOn: begun.body.edition,
      rows: [{ of: 'figure' as const, figure: 'touchVolts', value: '25', source: '411.5.3 as amended' }],
    };
    scribe.drafts[1] = { ...begun, body: { ...begun.body, ownEdition } };
    const { text } = read(await printedOf(scribe));
    const said = text.replaceAll(/\s+/g, ' ').match(/own pack: 1 difference from BS 7671:2018\+A2:2022\+A3:2024/g);
    expect(said).toHaveLength(1);
    const pages = text.split('\f').filter((page) => page.trim());
    for (const page of pages) expect(page.split('\n')[0]).toMatch(/BS 7671:2018\+A4:2026 +page \d/);
  });
});

describe('words kept from document to document', () => {
  it('change nothing of what is printed: the same bytes first, after others, and in a process that never printed', async () => {
    const one = boards(1, 2);
    const first = await printedOf(one);
    await printedOf(boards(2, 3));
    expect((await printedOf(one)).equals(first)).toBe(true);
    vi.resetModules();
    const fresh = (await import('../../src/print/layouts/registry')) as { layoutOf: typeof layoutOf };
    const view = viewOfScribe(one);
    const anew = await fresh.layoutOf('EIC')(modelOf('EIC', view.definition.build(view, firm)), null, noon, new Map());
    expect(anew.equals(first)).toBe(true);
  });
  it('are not mixed between faces', async () => {
    const { Sheet: Paper } = (await import('../../src/print/sheet')) as { Sheet: typeof Sheet };
    const wide = async (font: 'regular' | 'bold') => {
      const sheet = new Paper({
        about: { title: 't', author: 'a', at: noon },
        watermark: null,
        headLine: '',
        footLines: [],
        code: null,
      });
      sheet.paragraph('mmmmm '.repeat(60), { font });
      return (await sheet.finish()).length;
    };
    const alone = await wide('bold');
    await wide('regular');
    expect(await wide('bold')).toBe(alone);
  });
});

describe('a danger notice', () => {
  it('says what, where, who was told and how it was taken, on one sound page however long the words', async () => {
    const scribe = new Scribe(noon, 'd');
    scribe.open('EICR', 'bs7671-2018-a3', 'FW-901');
    const observationId = v7();
    scribe.say('observation.noted', {
      observationId,
      fields: {
        what: 'Live bar behind a missing cover',
        where: 'Board, cupboard under the stairs',
        why: 'Anybody can touch it. '.repeat(20),
        code: 'C1',
        item: '4.3',
        wayId: null,
        regulation: '416.2',
        livePartsAccessible: false,
        codeReason: null,
      },
    });
    scribe.say('finding.told', {
      observationId,
      to: 'person in charge',
      who: 'Ms O. Fairweather, tenant',
      isolate: 'refused',
      madeSafe: null,
      receipt: 'signed',
      reference: null,
      drawn: [
        [
          [10, 10],
          [300, 200],
        ],
      ],
    });
    const view = viewOfScribe(scribe);
    const [observation] = view.job.observations;
    if (!observation) throw new Error('No observation');
    const { text } = read(await letterPdf(dangerLetter(view, firm, observation), noon));
    const said = text.replace(/\s+/g, ' ');
    for (const words of [
      'Danger notice',
      'Live bar behind a missing cover',
      'Ms O. Fairweather, tenant: signed',
      'permission to isolate refused',
      'not made safe',
      'Fenwhistle',
    ])
      expect(said).toContain(words);
    expect(said).not.toMatch(/undefined|null|NaN/);
  });
});
