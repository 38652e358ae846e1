import { kindOf } from '../ledger/kind';
import type { DocumentList } from './document-definition';
import type { Job } from './job';
import type { TestList } from './test-list';

/** What admission of an entry to a job may look up: which tests and documents there are. */
export type JobLists = { readonly tests: TestList; readonly documents: DocumentList };

/** Makes a kind of entry of a job. */
export const jobKind = kindOf<Job, JobLists>();
