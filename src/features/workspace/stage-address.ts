import { type Stage, stages } from '../../core/job/document-definition';
import { stageWords } from '../../core/work/stage-words';

/** The stage an address of a job means; null for its overview, undefined where it means none. */
export function stageOf(path: string): Stage | null | undefined {
  const [, room, , stage, ...rest] = path.replace(/\/$/, '').split('/');
  if ((room !== 'jobs' && room !== 'practice') || rest.length > 0) return undefined;
  return stage === undefined ? null : stages.find((each) => each === stage);
}

export const titleOf = (stage: Stage | null): string => (stage ? stageWords[stage].title : 'Job');

/** A place within a stage. */
export type Target = { readonly at: string };

/** The place the end of an address means; null where it means none, or is none that can be read. */
export function targetOf(hash: string): Target | null {
  try {
    return hash.length > 1 ? { at: decodeURIComponent(hash.slice(1)) } : null;
  } catch {
    return null;
  }
}
