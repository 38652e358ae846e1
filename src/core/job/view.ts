import type { EditionPack } from '../edition/pack';
import type { DocumentDefinition } from './document-definition';
import type { Job } from './job';
import type { JobDocument } from './kinds/document';
import type { TestList } from './test-list';

/** A job seen for one of its documents: made once and handed down, so that nothing has to be assumed on the way. */
export type JobView = {
  readonly job: Job;
  readonly document: JobDocument;
  readonly definition: DocumentDefinition;
  /** The edition the document is worked to. */
  readonly pack: EditionPack;
  readonly tests: TestList;
};

/** What a question about readings needs to know. */
export type Readings = Pick<JobView, 'job' | 'tests'>;
