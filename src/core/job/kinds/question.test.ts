import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { admit, fold, inspector, numbered, opened, viewOfScribe } from '../../../../tests/support/entries';

const asked = () => {
  const s = opened();
  const questionId = v7();
  s.say('question.asked', { questionId, what: 'May I lift the landing floor?', where: null });
  return { s, questionId };
};
const answer = (questionId: string, more: object = {}) => ({
  questionId,
  answer: 'no' as const,
  words: null,
  by: 'Mr P. Sallis',
  outside: null,
  ...more,
});

describe('a question to somebody outside', () => {
  it('is answered once, by word of mouth or by its link, with who answered', () => {
    const { s, questionId } = asked();
    expect(viewOfScribe(s).job.questions[0]).toMatchObject({ answered: null });
    s.say('answer.noted', answer(questionId));
    expect(viewOfScribe(s).job.questions[0]?.answered).toMatchObject({ answer: 'no', by: 'Mr P. Sallis' });
    s.say('answer.noted', answer(questionId));
    const again = s.drafts.pop();
    expect(again && admit(fold(numbered(s.drafts)), again, inspector)).toMatchObject({ accepted: false });
  });
  it('takes nobody’s word for what came by a link but the server’s', () => {
    const { s, questionId } = asked();
    const outside = { linkId: v7(), address: '192.0.2.1' };
    s.say('answer.noted', answer(questionId, { outside }));
    const claimed = s.drafts.pop();
    expect(claimed && admit(fold(numbered(s.drafts)), claimed, inspector)).toMatchObject({
      accepted: false,
      reason: 'What came by a link is recorded by the server.',
    });
  });
  it('is of a question there is, and says in words what is neither yes nor no', () => {
    const { s, questionId } = asked();
    s.say('answer.noted', answer(v7()));
    const lost = s.drafts.pop();
    expect(lost && admit(fold(numbered(s.drafts)), lost, inspector)).toMatchObject({ accepted: false });
    expect(() => s.say('answer.noted', answer(questionId, { answer: 'in words' }))).toThrow(/Enter your answer/);
  });
});
