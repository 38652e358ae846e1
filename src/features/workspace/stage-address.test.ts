import { describe, expect, it } from 'vitest';
import { stages } from '../../core/job/document-definition';
import { stageOf, targetOf, titleOf } from './stage-address';

describe('the stage an address means', () => {
  it.each(stages)('%s', (stage) => {
    expect(stageOf(`/jobs/j1/${stage}`)).toBe(stage);
    expect(stageOf(`/jobs/j1/${stage}/`)).toBe(stage);
    expect(titleOf(stage)).not.toBe('Job');
  });
  it('is none at the overview', () => {
    expect(stageOf('/jobs/j1')).toBeNull();
    expect(stageOf('/jobs/j1/')).toBeNull();
    expect(titleOf(null)).toBe('Job');
  });
  it.each(['/jobs/j1/brief/more', '/jobs/j1/invented', '/jobs/j1/Brief', '/documents/d1', '/', ''])(
    '%s means none there is',
    (path) => expect(stageOf(path)).toBeUndefined(),
  );
});

it.each([
  ['', null],
  ['#', null],
  ['#%', null],
  ['#sign', { at: 'sign' }],
  ['#way%3Aw1%2Fzs', { at: 'way:w1/zs' }],
])('the place within it: %s', (hash, target) => expect(targetOf(hash)).toEqual(target));
