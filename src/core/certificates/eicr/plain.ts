import type { PlainWords } from '../../job/document-definition';
import { codeMeaning } from '../../job/outcome';
import type { Report } from './model';

/** A condition report in plain words, the gravest first. */
export function plainReport({ assessment, observations, comeBack }: Report): PlainWords {
  const order = ['C1', 'C2', 'FI', 'C3'] as const;
  const unsatisfactory = assessment.outcome === 'unsatisfactory';
  const due = comeBack.find(({ label }) => label === 'Next inspection by')?.value;
  return {
    headline: unsatisfactory ? 'Unsatisfactory: work is needed' : 'Satisfactory: safe to use',
    means: unsatisfactory
      ? 'The wiring was inspected and tested. At least one observation is dangerous, could become dangerous, or needs investigation. Those are listed first.'
      : 'The wiring was inspected and tested, within the limits the report names, and nothing dangerous was found.',
    toDo: [...observations]
      .sort((a, b) => order.indexOf(a.code) - order.indexOf(b.code) || a.number - b.number)
      .map(({ id, code, what, where, why, remedied }) => ({
        id,
        what,
        where,
        why,
        means: codeMeaning[code].title,
        byWhen: codeMeaning[code].action,
        remedied,
      })),
    next: due && due !== '—' ? `Have it inspected again by ${due}.` : null,
  };
}
