import type { DocumentDefinition, Duty } from '../job/document-definition';
import type { Job } from '../job/job';
import { definitions } from './kinds';

export type DocumentKind = (typeof definitions)[number]['kind'];

export const documentDefinitions: readonly DocumentDefinition<unknown, DocumentKind>[] = definitions;
export const documentKinds = documentDefinitions.map(({ kind }) => kind) as [DocumentKind, ...DocumentKind[]];

/** The kinds clients order. */
export const orderedDocuments = documentDefinitions.filter(({ ordered }) => ordered);

/** The definition of a kind; undefined where there is none of that name. */
export const documentNamed = (kind: string): DocumentDefinition<unknown, DocumentKind> | undefined =>
  documentDefinitions.find((definition) => definition.kind === kind);

/**
 * What follows from the documents of a job that are issued and stand: copies, work and confirmation for a rented home, the
 * notice to building control for work that is notifiable. A help to memory, not law: dates and wording change, and the
 * law of the place goes before. Days are plain days.
 */
export function dutiesOf(job: Job): Duty[] {
  const replaced = new Set(job.documents.map(({ replaces, issued }) => (issued ? replaces : null)));
  return job.documents
    .filter(({ id, issued }) => issued && !replaced.has(id))
    .flatMap((document) => documentNamed(document.kind)?.duties(job, document) ?? []);
}
