import fc from 'fast-check';
import * as z from 'zod';
import { describe, expect, it } from 'vitest';
import { houseOfPaper, paperStream, practiceHashed, practiceNumber } from './paper-stream';

const isStreamOfAFirm = z.uuid();

describe('a practice paper can never be taken for a real one', () => {
  it('its stream is none a server takes, and says whose house it is', () => {
    fc.assert(
      fc.property(fc.string(), (house) => {
        expect(isStreamOfAFirm.safeParse(paperStream(house)).success).toBe(false);
        expect(houseOfPaper(paperStream(house))).toBe(house);
      }),
    );
    fc.assert(fc.property(fc.uuid(), (id) => void expect(houseOfPaper(id)).toBeNull()));
  });
  it('its number is no number of any document', () => {
    fc.assert(
      fc.property(fc.constantFrom('EICR', 'EIC', 'MWC'), fc.nat(), (kind, count) => {
        expect(practiceNumber(kind, count)).toMatch(/^PRACTICE-/);
        expect(practiceNumber(kind, count)).not.toMatch(/^(EICR|EIC|MWC)-\d{4}-\d+$/);
      }),
    );
  });
  it('what is hashed of it is never what is hashed of a real one', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (one, other) => {
        expect(practiceHashed(one)).not.toBe(one);
        if (one !== other) expect(practiceHashed(one)).not.toBe(practiceHashed(other));
      }),
    );
    // A real seal begins with the word of its format, or with sixty-four figures of the link before.
    expect(practiceHashed('orange-ledger/1')).not.toMatch(/^(orange-ledger\/1|[0-9a-f]{64})/);
  });
});
