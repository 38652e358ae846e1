import { DrizzleQueryError } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { NewerEntry, isBusy, isTrouble } from './trouble';

const coded = (code: string) => Object.assign(new Error('said'), { code });
const beneath = (cause: Error) => new DrizzleQueryError('insert into entry', [], cause);

describe('what is of the moment and may be tried again', () => {
  it.each([
    ['a lock held too long', coded('55P03'), true],
    ['a full disk', coded('53100'), true],
    ['a server shutting down', coded('57P01'), true],
    ['a connection refused', coded('ECONNREFUSED'), true],
    ['a connection that ended under a query', beneath(new Error('Connection terminated unexpectedly')), true],
    ['one that waited too long', new Error('timeout exceeded when trying to connect'), true],
    [
      'a client that failed before',
      beneath(new Error('Client has encountered a connection error and is not queryable')),
      true,
    ],
    ['an entry of the next release', new NewerEntry('entry 4'), true],
    ['text that is no text', beneath(coded('22P05')), false],
    ['a key that is there', beneath(coded('23505')), false],
    ['a defect of ours', new TypeError('x is not a function'), false],
    ['a defect of ours that Node names', coded('ERR_INVALID_ARG_TYPE'), false],
    ['a line that broke off', coded('ERR_STREAM_PREMATURE_CLOSE'), true],
    ['nothing', null, false],
  ])('%s', (_, error, expected) => expect(isTrouble(error)).toBe(expected));

  it('tells a held lock from an absent database', () => {
    expect([isBusy(beneath(coded('55P03'))), isBusy(coded('ECONNRESET'))]).toEqual([true, false]);
  });
});
