import 'server-only';
import * as z from 'zod';
import { viewOf } from '../../core/catalogue';
import { labelKindNames, labelsOf } from '../../core/certificates/labels';
import { dangerLetter, distributorReport } from '../../core/certificates/letters';
import { offerOf } from '../../core/certificates/offer';
import { offered } from '../../core/certificates/options';
import { findDocument, modelOf } from '../documents';
import { firmParticulars } from '../people';
import type { PrintAsked } from '../../print/print-asked';
import { fileNameOf, printed } from '../print';
import { NotPrinted, print } from '../printing';
import { stateOf } from '../streams';
import { askedToSign, fileByLink } from '../links';
import { noticeOf } from '../notices';
import { forFirm } from '../connection';
import { picturesFor } from '../pictures';
import { signedIn } from '../who';

const notFound = () => Response.json({ problem: 'There is no such document.' }, { status: 404 });

const pdfResponse = (pdf: Buffer, name: string, disposition: 'inline' | 'attachment') =>
  new Response(new Uint8Array(pdf), {
    headers: {
      'Content-Type': 'application/pdf',
      'Content-Disposition': `${disposition}; filename="${name}"`,
      'Cache-Control': 'private, no-store',
    },
  });

/** Something printed to be looked at now; that it cannot be is of the moment, and said. */
async function printedNow(asked: PrintAsked, name: string, firmId: string): Promise<Response> {
  try {
    return pdfResponse(await print(asked, firmId), name, 'inline');
  } catch (error) {
    if (error instanceof NotPrinted) return Response.json({ problem: error.message }, { status: 503 });
    throw error;
  }
}

/** The sealed PDF of one of the firm's documents, printed once and kept. */
export const getDocumentPdf = signedIn<{ params: Promise<{ documentId: string }> }>(
  async (_request, asker, { params }) => {
    const documentId = z.uuid().safeParse((await params).documentId);
    const result = documentId.success ? await printed(asker, documentId.data) : null;
    if (!result) return notFound();
    if (!result.ok) return Response.json({ problem: result.problem }, { status: 409 });
    const { pdf, fileName } = result.printed;
    return pdfResponse(pdf, fileName, 'attachment');
  },
);

const labelsAsked = z.object({
  paper: z.enum(['a4', 'roll']),
  kinds: z
    .string()
    .transform((text) => text.split(','))
    .pipe(z.array(z.enum(labelKindNames)).min(1)),
});

/** Labels for the boards of a document's job. */
export const getLabels = signedIn<{ params: Promise<{ documentId: string }> }>(async (request, asker, { params }) => {
  const documentId = z.uuid().safeParse((await params).documentId);
  const asked = labelsAsked.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  const found = documentId.success ? await findDocument(asker, documentId.data) : null;
  const job = found && (await stateOf(asker.firmId, 'job', found.jobId));
  const begun = job?.documents.find(({ issued }) => issued?.body.issueId === found?.id);
  const view = job && begun && viewOf(job, begun.id);
  if (!found || !view) return notFound();
  if (!asked.success) return Response.json({ problem: 'Choose the labels and the paper.' }, { status: 400 });
  const { paper, kinds } = asked.data;
  const labels = labelsOf(view, await firmParticulars(asker.firmId)).filter(({ kind }) => kinds.includes(kind));
  return printedNow({ labels, paper, at: new Date() }, `labels-${found.number}.pdf`, asker.firmId);
});

/** The notice that follows from a certificate: on paper, or as data for a desk elsewhere. */
export const getNotice = signedIn<{ params: Promise<{ documentId: string }> }>(async (request, asker, { params }) => {
  const documentId = z.uuid().safeParse((await params).documentId);
  const found = documentId.success ? await noticeOf(asker, documentId.data) : null;
  if (!found) return notFound();
  const { jobId: _job, begunId: _begun, ...notice } = found;
  const name = `notice-${notice.certificate}`;
  if (new URL(request.url).searchParams.get('as') !== 'data')
    return printedNow({ notice, at: new Date() }, `${name}.pdf`, asker.firmId);
  return Response.json(notice, { headers: { 'Content-Disposition': `attachment; filename="${name}.json"` } });
});

/** One of a job's documents as it stands, marked as a draft on every page. */
export const getDraftPdf = signedIn<{ params: Promise<{ jobId: string }> }>(async (request, asker, { params }) => {
  const jobId = z.uuid().safeParse((await params).jobId);
  const asked = z.uuid().safeParse(new URL(request.url).searchParams.get('document'));
  const job = jobId.success ? await stateOf(asker.firmId, 'job', jobId.data) : null;
  const view = job && viewOf(job, asked.success ? asked.data : null);
  if (!view) return notFound();
  const model = modelOf(view.document.kind, view.definition.build(view, await firmParticulars(asker.firmId)));
  const pictures = await forFirm(asker.firmId, (tx) => picturesFor(tx, model));
  const { kind } = view.document;
  return printedNow({ kind, model, sealed: null, at: new Date(), pictures }, fileNameOf(model, null), asker.firmId);
});

const letters = { danger: dangerLetter, distributor: distributorReport } as const;

/** A paper of a finding to hand over at once, before any report: a danger notice, or a report to the distributor. */
export const getLetter = signedIn<{ params: Promise<{ jobId: string; observationId: string }> }>(
  async (request, asker, { params }) => {
    const asked = await params;
    const [jobId, observationId] = [asked.jobId, asked.observationId].map((id) => z.uuid().safeParse(id));
    const sort = z.enum(['danger', 'distributor']).safeParse(new URL(request.url).searchParams.get('sort'));
    const job = jobId?.success ? await stateOf(asker.firmId, 'job', jobId.data) : null;
    const view = job && viewOf(job);
    const observation = job?.observations.find(({ id }) => observationId?.success && id === observationId.data);
    if (!view || !observation) return notFound();
    if (!sort.success) return Response.json({ problem: 'Choose danger or distributor.' }, { status: 400 });
    const letter = letters[sort.data](view, await firmParticulars(asker.firmId), observation);
    return printedNow({ letter, at: new Date() }, `${sort.data}-${observation.number}.pdf`, asker.firmId);
  },
);

/** What is offered to the client, to be looked at or handed over on paper. */
export const getOffer = signedIn<{ params: Promise<{ jobId: string }> }>(async (_request, asker, { params }) => {
  const jobId = z.uuid().safeParse((await params).jobId);
  const job = jobId.success ? await stateOf(asker.firmId, 'job', jobId.data) : null;
  const set = job && offered(job);
  if (!job || !set) return notFound();
  const reference = job.opened?.body.reference ?? '';
  const firm = await firmParticulars(asker.firmId);
  const offer = { ...offerOf(job, set), firm, reference, to: job.client.name ?? '' };
  return printedNow(
    { offer, at: new Date() },
    `options-${reference.replaceAll(/[^\w-]+/g, '-') || 'job'}.pdf`,
    asker.firmId,
  );
});

type ByToken = { params: Promise<{ token: string }> };

/** The sealed PDF for whoever was handed its link. */
export async function getPaperPdf(_request: Request, { params }: ByToken): Promise<Response> {
  const file = await fileByLink((await params).token);
  return file ? pdfResponse(file.pdf, file.fileName, 'attachment') : notFound();
}

/** All that somebody is asked to sign, as a draft. */
export async function getAskedDraft(_request: Request, { params }: ByToken): Promise<Response> {
  const asked = await askedToSign((await params).token, null);
  if (!asked) return notFound();
  const { kind, model, pictures } = asked;
  return printedNow({ kind, model, sealed: null, at: new Date(), pictures }, fileNameOf(model, null), asked.linkId);
}
