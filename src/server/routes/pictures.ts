import 'server-only';
import * as z from 'zod';
import { findPicture, keepPicture, mostPictureBytes } from '../pictures';
import { stateOf } from '../streams';
import { bytesOf } from './bytes-of';
import { signedIn } from '../who';

type Context = { params: Promise<{ jobId: string; sha256: string }> };

const address = z.object({ jobId: z.uuid().toLowerCase(), sha256: z.string().regex(/^[0-9a-f]{64}$/) });
const none = () => Response.json({ problem: 'There is no such picture.' }, { status: 404 });

/** Keeps a picture of one of the firm's jobs under its hash; sent twice, it is kept once. */
export const putPicture = signedIn<Context>(async (request, asker, { params }) => {
  const named = address.safeParse(await params);
  if (!named.success) return none();
  const { jobId, sha256 } = named.data;
  if (!(await stateOf(asker.firmId, 'job', jobId))) return none();
  const bytes = await bytesOf(request, mostPictureBytes);
  if (!bytes) return Response.json({ problem: 'A picture of at most 700 kB. Nothing was kept.' }, { status: 413 });
  const kept = await keepPicture(asker, jobId, sha256, bytes);
  if (!kept) return none();
  return kept.ok
    ? new Response(null, { status: 204 })
    : Response.json({ problem: `${kept.problem} Nothing was kept.` }, { status: kept.later ? 503 : 422 });
});

/** A picture one of the firm's jobs names. */
export const getPicture = signedIn<Context>(async (_request, asker, { params }) => {
  const named = address.safeParse(await params);
  const job = named.success ? await stateOf(asker.firmId, 'job', named.data.jobId) : null;
  if (!named.success || !job?.pictures.some((each) => each.sha256 === named.data.sha256)) return none();
  const bytes = await findPicture(asker, named.data.sha256);
  if (!bytes) return none();
  return new Response(new Uint8Array(bytes), {
    headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'private, max-age=31536000, immutable' },
  });
});
