import type { Firm } from '../../job/document-definition';
import { whereOf } from '../../job/kinds/observation';
import { lastTold } from '../../job/kinds/told';
import { codeMeaning } from '../../job/outcome';
import type { JobView } from '../../job/view';
import { fact } from '../fact';
import { dangerAdvice, dangerFacts } from '../letters';
import { declarationsOf, headOf } from '../paper';
import { picturesOf } from '../pictures';
import { dangersOf } from './dangers';
import type { DangerNotice } from './model';

/** The notice a job makes of its dangers, complete or not: a draft prints dashes where something is missing. */
export function buildNotice(view: JobView, firm: Firm): DangerNotice {
  const { job } = view;
  const dangers = dangersOf(view);
  return {
    version: 1,
    kind: 'DN',
    ...headOf(view, firm),
    pictures: picturesOf(view, (id) => dangers.some((danger) => danger.id === id)),
    warning: codeMeaning.C1.title,
    dangers: dangers.map((danger) => {
      const told = lastTold(job, danger.id, 'person in charge');
      return {
        id: danger.id,
        number: danger.number,
        what: danger.what,
        where: whereOf(danger) || '—',
        why: danger.why || '—',
        madeSafe: told?.madeSafe ?? null,
        facts: [fact('Person informed', told?.who), ...dangerFacts(view, danger)],
        taken: told && { who: told.who, words: told.receipt ?? 'informed verbally', drawn: told.drawn },
      };
    }),
    advice: [...dangerAdvice],
    declarations: declarationsOf(view),
  };
}
