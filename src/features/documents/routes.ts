import 'server-only';
import { z } from 'zod';
import { reportOf } from '../../core/document/report';
import { fold } from '../../core/ledger/fold';
import { entriesAfter } from '../../db/ledger-store';
import { firmAndInstruments } from '../../db/people';
import { reportFileName, reportPdf } from '../../documents/report-pdf';
import { signedIn } from '../session/who';
import { printed } from './print';

const notFound = () => Response.json({ problem: 'There is no such document.' }, { status: 404 });

const pdfResponse = (pdf: Buffer, name: string, disposition: 'inline' | 'attachment') =>
  new Response(new Uint8Array(pdf), {
    headers: { 'Content-Type': 'application/pdf', 'Content-Disposition': `${disposition}; filename="${name}"`, 'Cache-Control': 'private, no-store' },
  });

/** The sealed PDF of one of the firm's documents, printed once and kept. */
export const getDocumentPdf = signedIn<{ params: Promise<{ documentId: string }> }>(async (_request, asker, { params }) => {
  const documentId = z.uuid().safeParse((await params).documentId);
  const print = documentId.success ? await printed(asker, documentId.data) : null;
  return print ? pdfResponse(print.pdf, print.fileName, 'attachment') : notFound();
});

/** A job's report as it stands, marked as a draft on every page. */
export const getDraftPdf = signedIn<{ params: Promise<{ jobId: string }> }>(async (_request, asker, { params }) => {
  const jobId = z.uuid().safeParse((await params).jobId);
  const entries = jobId.success ? await entriesAfter(asker, jobId.data, 0) : null;
  if (!entries) return notFound();
  const { firm } = await firmAndInstruments(asker.firmId);
  const { name, address, telephone, email } = firm;
  const report = reportOf(fold(entries), { name, address, telephone, email });
  return pdfResponse(await reportPdf(report, null, new Date()), reportFileName(report, null), 'inline');
});
