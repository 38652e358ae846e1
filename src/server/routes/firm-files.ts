import 'server-only';
import * as z from 'zod';
import { findFile, keepFile, mostFileBytes } from '../instruments';
import { signedIn } from '../who';
import { bytesOf } from './bytes-of';

type Context = { params: Promise<{ sha256: string }> };

const address = z.object({ sha256: z.string().regex(/^[0-9a-f]{64}$/) });
const none = () => Response.json({ problem: 'There is no such file.' }, { status: 404 });

/** Keeps a file of the firm's under its hash; sent twice, it is kept once. */
export const putFile = signedIn<Context>(async (request, asker, { params }) => {
  const named = address.safeParse(await params);
  if (!named.success) return none();
  const bytes = await bytesOf(request, mostFileBytes);
  if (!bytes) return Response.json({ problem: 'A file of at most 5 MB. Nothing was kept.' }, { status: 413 });
  const kept = await keepFile(asker, named.data.sha256, bytes);
  return kept.ok
    ? new Response(null, { status: 204 })
    : Response.json({ problem: `${kept.problem} Nothing was kept.` }, { status: 422 });
});

/** A file of the firm's, to be saved: it is never shown as a page of ours. */
export const getFile = signedIn<Context>(async (_request, asker, { params }) => {
  const named = address.safeParse(await params);
  const file = named.success ? await findFile(asker, named.data.sha256) : null;
  if (!file) return none();
  return new Response(new Uint8Array(file.bytes), {
    headers: {
      'Content-Type': file.type,
      'Content-Disposition': 'attachment',
      'X-Content-Type-Options': 'nosniff',
      'Cache-Control': 'private, max-age=31536000, immutable',
    },
  });
});
