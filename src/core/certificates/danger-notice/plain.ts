import type { PlainWords } from '../../job/document-definition';
import { codeMeaning } from '../../job/outcome';
import type { DangerNotice } from './model';

/** A danger notice in plain words. */
export function plainNotice({ dangers }: DangerNotice): PlainWords {
  const unsafe = dangers.some(({ madeSafe }) => madeSafe === null);
  return {
    headline: unsafe ? 'Danger: do not use what is named here' : 'A danger was found and made safe',
    means: unsafe
      ? 'Someone can be hurt. Keep people away, and have it repaired by a competent electrician before it is used again.'
      : 'It was made safe for now. Do not undo this. Have it repaired by a competent electrician before it is used again.',
    toDo: dangers.map(({ id, what, where, why }) => ({
      id,
      what,
      where,
      why,
      means: codeMeaning.C1.title,
      byWhen: codeMeaning.C1.action,
      remedied: null,
    })),
    next: null,
  };
}
