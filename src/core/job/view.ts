import type { OutOfDate } from './before-work';
import type { EditionPack } from '../edition/pack';
import type { DocumentDefinition, DocumentList } from './document-definition';
import type { Job } from './job';
import type { JobDocument } from './kinds/document';
import type { TestList } from './test-list';

/** A job seen for one of its documents: made once and handed down, so that nothing has to be assumed on the way. */
export type JobView = {
  /** As the document sees it: without readings its work put out of date. */
  readonly job: Job;
  /** With everything that was ever recorded. */
  readonly recorded: Job;
  readonly document: JobDocument;
  readonly definition: DocumentDefinition;
  /** The edition the document is worked to. */
  readonly pack: EditionPack;
  readonly tests: TestList;
  /** The kinds of document there are. */
  readonly documents: Pick<DocumentList, 'of'>;
  /** Of a certificate of work: circuits whose readings from before it are due again; null where none are. */
  readonly outOfDate: OutOfDate | null;
};

/** What a question about readings needs to know. */
export type Readings = Pick<JobView, 'job' | 'tests'>;
