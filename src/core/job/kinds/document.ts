import * as z from 'zod';
import { editionPack } from '../../edition/editions';
import { type OwnEdition, ownEdition, whyNotEdition } from '../../edition/own-edition';
import { editionIds } from '../../edition/pack';
import { line, paragraph } from '../../installation/text';
import type { Recorded } from '../../ledger/entry';
import { type InMaking, type Version, unchanged } from '../../ledger/kind';
import type { Job } from '../job';
import { missing } from '../document-definition';
import { jobKind } from '../kind';
import type { ItemMarked } from './item';
import type { WorksFields } from './works';

const documentBegun = z.object({
  documentId: z.uuid().toLowerCase(),
  kind: z.string().min(1).max(12),
  edition: z.enum(editionIds),
  /** An edition of the firm's own on that pack, whole: the job says by itself what it was judged by. */
  ownEdition: ownEdition.optional(),
  /** What of the job it is about, where not all of it. */
  covers: paragraph.nullable(),
  /** Why this kind, or why it is issued anew. */
  because: line.nullable(),
  /** The issued document it puts right. */
  replaces: z.uuid().toLowerCase().nullable(),
});
export type DocumentBegun = z.infer<typeof documentBegun>;

/** A signature as it was drawn: strokes of points in a frame of 1000 by 400. */
export const drawnSignature = z
  .array(
    z
      .array(z.tuple([z.number().int().min(0).max(1000), z.number().int().min(0).max(400)]))
      .min(1)
      .max(400),
  )
  .min(1)
  .max(40);

const declarationSigned = z.object({
  /** Null in jobs of the first floor: their one document. */
  documentId: z.uuid().toLowerCase().nullable(),
  role: line.min(1),
  name: line.min(1),
  position: line,
  statement: paragraph.min(1),
  /** Of somebody outside the firm, who came by a link: which one, and the network address it was used from. */
  outside: z.object({ linkId: z.uuid().toLowerCase(), address: z.string().max(60) }).optional(),
  drawn: drawnSignature.optional(),
});
type DeclarationSigned = z.infer<typeof declarationSigned>;

const documentIssued = z.object({
  documentId: z.uuid().toLowerCase().nullable(),
  /** The stored document with its seal. */
  issueId: z.uuid().toLowerCase(),
  number: line,
  documentHash: z.string().length(64),
  /** Of the printed file; null in what was issued before the file was part of the seal. */
  pdfSha256: z.string().length(64).nullable(),
});
type DocumentIssued = z.infer<typeof documentIssued>;

type Signature = {
  readonly role: string;
  readonly entry: Recorded<DeclarationSigned>;
  /** False once anything was recorded after it: a signature covers what stood when it was made. */
  readonly inForce: boolean;
};

/** A document in the making, or issued: what is said in it rather than of the installation. */
export type JobDocument = {
  readonly id: string;
  readonly kind: string;
  readonly edition: DocumentBegun['edition'];
  readonly ownEdition: OwnEdition | null;
  readonly covers: string | null;
  readonly because: string | null;
  readonly replaces: string | null;
  readonly begunAt: string;
  /** Readings that stood when its work began, by their ids: of what the work touches they are earlier ones. */
  readonly earlierReadings: ReadonlySet<string>;
  readonly items: ReadonlyMap<string, Recorded<ItemMarked>>;
  readonly summary: string | null;
  /** The work it certifies; nothing in a report on what exists. */
  readonly works: WorksFields;
  readonly comeBack: { readonly dueOn: string; readonly reason: string } | null;
  readonly overruled: { readonly outcome: 'satisfactory' | 'unsatisfactory'; readonly reason: string } | null;
  /** Contradictions that were explained in words, by their keys. */
  readonly explained: ReadonlyMap<string, string>;
  readonly signatures: readonly Signature[];
  readonly issued: Recorded<DocumentIssued> | null;
};

/** The edition a document is under, for another that is begun beside it. */
export const editionOf = ({
  edition,
  ownEdition: own,
}: JobDocument): Pick<DocumentBegun, 'edition' | 'ownEdition'> => ({
  edition,
  ...(own && { ownEdition: own }),
});

type Documents = Pick<InMaking<Job>, 'documents'>;

/** Every reading there is, by its id; those struck among them. */
export const readingsNow = ({ readings }: Pick<InMaking<Job>, 'readings'>): ReadonlySet<string> =>
  new Set([...readings.values()].flatMap((all) => all.map(({ entry }) => entry.id)));

/** Begins a document; one that puts another right begins with what that one said. */
export function beginDocument(
  job: Documents & Pick<InMaking<Job>, 'readings'>,
  body: DocumentBegun,
  begunAt: string,
): void {
  const { documentId, kind, edition, ownEdition: own, covers, because, replaces } = body;
  const before = job.documents.find((document) => document.id === replaces);
  job.documents.push({
    id: documentId,
    kind,
    edition,
    ownEdition: own ?? null,
    covers: covers ?? before?.covers ?? null,
    because,
    replaces,
    begunAt,
    earlierReadings: before?.earlierReadings ?? readingsNow(job),
    items: before?.items ?? new Map(),
    summary: before?.summary ?? null,
    works: before?.works ?? {},
    comeBack: before?.comeBack ?? null,
    overruled: before?.overruled ?? null,
    explained: before?.explained ?? new Map(),
    signatures: [],
    issued: null,
  });
}

/** Changes one document of a job: the one named, or the first. */
export function changeDocument(
  job: Documents,
  documentId: string | null,
  change: (document: JobDocument) => Partial<JobDocument>,
): void {
  const at = documentId === null ? 0 : job.documents.findIndex((document) => document.id === documentId);
  const document = job.documents[at];
  if (document) job.documents[at] = { ...document, ...change(document) };
}

/** Why nothing more can be said in a document: it is not there, or sealed. */
export function whyNotIn(job: Job, documentId: string | null): string | null {
  const document = documentId === null ? job.documents[0] : job.documents.find(({ id }) => id === documentId);
  if (!document) return 'There is no such document in this job.';
  return document.issued ? `${document.issued.body.number} is sealed. Correct an error with a new issue.` : null;
}

/** A body from before a job could yield several documents. */
export const ofTheFirst: Version = {
  name: 'says of which document',
  upcast: (body) => ({ documentId: null, ...((body ?? {}) as object) }),
};

export const begun = jobKind({
  body: documentBegun,
  versions: [unchanged("may be under an edition of the firm's own")],
  touches: ['documents'],
  office: true,
  paper: true,
  apply: (job, entry) => beginDocument(job, entry.body, entry.madeAt),
  admit(job, { documentId, kind, edition, ownEdition: own, replaces }, { lists }) {
    if (job.documents.some((document) => document.id === documentId)) return 'That document exists already.';
    if (!lists.documents.of(kind)) return `There is no document ${kind}.`;
    if (own) {
      const wrong =
        own.basedOn === edition
          ? whyNotEdition(own, editionPack(edition))
          : 'An edition names the pack it starts from.';
      if (wrong) return wrong;
    }
    if (replaces === null) return null;
    const before = job.documents.find((document) => document.id === replaces);
    if (!before?.issued) return 'Only an issued document can be corrected by a new issue.';
    if (before.kind !== kind) return `A new issue of ${before.issued.body.number} is of its kind, ${before.kind}.`;
    return job.documents.some((document) => document.replaces === replaces)
      ? 'A new issue of that document has been started.'
      : null;
  },
  strike: (job, entry) =>
    job.documents.find((document) => document.id === entry.body.documentId)?.issued
      ? 'This document is issued. It cannot be removed.'
      : null,
});

/** Why a declaration is not asked for outside the firm, nor taken from there. */
export const notOutside = 'Only the company can sign this, not anyone outside it.';

export const signed = jobKind({
  body: declarationSigned,
  versions: [ofTheFirst, unchanged('may come from outside the firm, and be drawn')],
  touches: ['documents'],
  ownAct: true,
  paper: true,
  apply: (job, entry) =>
    changeDocument(job, entry.body.documentId, ({ signatures }) => ({
      signatures: [
        ...signatures.filter((signature) => signature.role !== entry.body.role),
        { role: entry.body.role, entry, inForce: true },
      ],
    })),
  admit(job, body, { actor, lists }) {
    const { documentId, role, name, position, statement } = body;
    if (actor.name !== undefined && (name !== actor.name.trim() || position !== (actor.position ?? '').trim()))
      return 'A signature needs a name and position.';
    const wrong = whyNotIn(job, documentId);
    const document = documentId === null ? job.documents[0] : job.documents.find(({ id }) => id === documentId);
    if (wrong || !document) return wrong;
    const definition = lists.documents.of(document.kind);
    const signs = definition?.roles.find((each) => each.role === role);
    if (!definition || !signs) return `A ${document.kind} is not signed as ${role}.`;
    if (statement !== signs.statement) return 'A signature is under the words of its declaration.';
    if (body.outside && !signs.outsiders) return notOutside;
    if (signs.by && !actor.roles.includes(signs.by)) return signs.otherwise;
    const open = missing(definition.gaps(lists.documents.view(job, document)));
    return open[0] ? `Not signed: ${open.length} to complete, first “${open[0].what}”.` : null;
  },
  strike: (job, entry, actor) =>
    whyNotIn(job, entry.body.documentId) ??
    (entry.madeBy === actor.id ? null : 'Only the person who signed can remove a signature.'),
});

export const issued = jobKind({
  body: documentIssued,
  versions: [
    {
      name: 'tells the document from its stored issue',
      upcast: (body) => {
        const { documentId, ...rest } = (body ?? {}) as Record<string, unknown>;
        return { documentId: null, issueId: documentId, ...rest };
      },
    },
    {
      name: 'covers the printed file, and who issued it where and when',
      upcast: (body) => ({ pdfSha256: null, ...((body ?? {}) as object) }),
    },
    unchanged('covers what it replaces, and when the server took each entry'),
  ],
  touches: ['documents'],
  ownAct: true,
  paper: true,
  apply: (job, entry) => changeDocument(job, entry.body.documentId, () => ({ issued: entry })),
  admit(job, { documentId }, { lists }) {
    const wrong = whyNotIn(job, documentId);
    const document = documentId === null ? job.documents[0] : job.documents.find(({ id }) => id === documentId);
    if (wrong || !document) return wrong;
    const unsigned = lists.documents
      .of(document.kind)
      ?.roles.find(
        ({ role }) => !document.signatures.some((signature) => signature.role === role && signature.inForce),
      );
    return unsigned ? `Not issued: the ${unsigned.role} has not signed what stands now.` : null;
  },
  strike: () => 'This entry cannot be removed.',
});

/** Anything recorded after a signature puts it out of force, until its document is sealed. */
export function undoSignatures(job: Documents): void {
  const lapses = (document: JobDocument) => !document.issued && document.signatures.some(({ inForce }) => inForce);
  if (!job.documents.some(lapses)) return;
  job.documents = job.documents.map((document) =>
    lapses(document)
      ? { ...document, signatures: document.signatures.map((signature) => ({ ...signature, inForce: false })) }
      : document,
  );
}
