import 'server-only';
import * as z from 'zod';
import { exportJob } from '../keeping';
import { signedIn } from '../who';

/** One of the firm's jobs whole, as a file to be kept elsewhere. */
export const postExport = signedIn<{ params: Promise<{ jobId: string }> }>(async (_request, asker, { params }) => {
  const jobId = z.uuid().safeParse((await params).jobId);
  const exported = jobId.success ? await exportJob(asker, jobId.data) : null;
  if (!exported) return Response.json({ problem: 'There is no such job.' }, { status: 404 });
  return new Response(exported.file, {
    headers: {
      'Content-Type': 'application/zip',
      'Content-Disposition': `attachment; filename="${exported.name}"`,
      'Cache-Control': 'no-store',
    },
  });
});
