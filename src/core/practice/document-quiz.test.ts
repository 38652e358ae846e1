import { describe, expect, it } from 'vitest';
import { type DocumentSaid, documentCases, markDocument, papersDue, tellings, tellsOf } from './document-quiz';

describe('which document', () => {
  it('asks eight different jobs, the same for the same seed', async () => {
    const [one, again, other] = await Promise.all(['a', 'a', 'b'].map(documentCases));
    expect(one).toHaveLength(8);
    expect(new Set(one?.map(({ did }) => did)).size).toBe(8);
    expect(again).toEqual(one);
    expect(other).not.toEqual(one);
  });
  it('what is right has all three, whatever the case', async () => {
    for (const told of await documentCases('a'))
      expect(markDocument(told, { document: told.document, tells: tellsOf(told) })).toMatchObject({ got: 3, of: 3 });
  });
  it.each<[string, DocumentSaid, number]>([
    ['another paper', { document: 'EICR', tells: 'no' }, 1],
    ['the right paper, told wrongly', { document: 'none required, MWC advised', tells: 'yes' }, 2],
    ['a form where none is due', { document: 'MWC', tells: 'no' }, 2],
    ['a certificate where none is due', { document: 'EIC', tells: 'no' }, 1],
    ['nothing right', { document: 'EIC', tells: 'check locally' }, 0],
  ])('%s', (_name, said, got) =>
    expect(
      markDocument(
        { country: 'England', did: 'x', document: 'none required, MWC advised', notifiable: false, because: 'y' },
        said,
      ).got,
    ).toBe(got),
  );
  it('never marks above what there is, nor below nothing', async () => {
    for (const told of await documentCases('c'))
      for (const document of papersDue)
        for (const tells of tellings) {
          const { got, of } = markDocument(told, { document, tells });
          expect(got).toBeGreaterThanOrEqual(0);
          expect(got).toBeLessThanOrEqual(of);
        }
  });
});
