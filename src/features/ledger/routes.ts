import 'server-only';
import { z } from 'zod';
import { type Draft, readDraft } from '../../core/ledger/entry';
import { type AppendResult, append, entriesAfter } from '../../db/ledger-store';
import { subscribe } from '../../db/announcements';
import { signedIn } from '../session/who';

type JobContext = { params: Promise<{ jobId: string }> };

const mostBytes = 1_000_000;
const mostEntries = 200;
const notFound = () => Response.json({ problem: 'There is no such job.' }, { status: 404 });

/** A JSON body up to a size; what is wrong with it otherwise. Reads no further than the size allows. */
async function readJson(request: Request): Promise<{ ok: true; value: unknown } | { ok: false; status: number; problem: string }> {
  const tooLarge = { ok: false as const, status: 413, problem: 'Too much at once: 1 MB at most. Nothing was recorded.' };
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) return tooLarge;
  const chunks: Uint8Array[] = [];
  let size = 0;
  if (request.body) {
    for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
      size += chunk.byteLength;
      if (size > mostBytes) return tooLarge;
      chunks.push(chunk);
    }
  }
  try {
    return { ok: true, value: JSON.parse(Buffer.concat(chunks).toString('utf8')) };
  } catch {
    return { ok: false, status: 400, problem: 'Not readable as JSON. Nothing was recorded.' };
  }
}

const batch = z.object({ entries: z.array(z.unknown()).min(1).max(mostEntries) });
const idOf = z.object({ id: z.string().max(100) });

/** Takes a batch of entries; answers for each whether the ledger took it, and with which number or why not. */
export const postEntries = signedIn<JobContext>(async (request, asker, { params }) => {
  const jobId = z.uuid().safeParse((await params).jobId);
  if (!jobId.success) return notFound();
  const body = await readJson(request);
  if (!body.ok) return Response.json({ problem: body.problem }, { status: body.status });
  const parsed = batch.safeParse(body.value);
  if (!parsed.success) return Response.json({ problem: `A batch of 1 to ${mostEntries} entries is wanted. Nothing was recorded.` }, { status: 400 });

  const refused: AppendResult[] = [];
  const drafts: Draft[] = [];
  for (const raw of parsed.data.entries) {
    const read = readDraft(raw);
    if (read.ok && read.draft.kind !== 'document.issued' && read.draft.kind !== 'job.opened') drafts.push(read.draft);
    else {
      const id = idOf.safeParse(raw);
      const reason = read.ok ? 'This is recorded by the application itself, not sent in.' : read.problem;
      refused.push({ id: id.success ? id.data.id : '', accepted: false, reason });
    }
  }
  const results = await append(asker, jobId.data, drafts);
  return results ? Response.json({ results: [...results, ...refused] }) : notFound();
});

/** Entries after a sequence number. */
export const getEntries = signedIn<JobContext>(async (request, asker, { params }) => {
  const jobId = z.uuid().safeParse((await params).jobId);
  const after = z.coerce.number().int().min(0).safeParse(new URL(request.url).searchParams.get('after') ?? '0');
  if (!jobId.success || !after.success) return notFound();
  const entries = await entriesAfter(asker, jobId.data, after.data);
  return entries ? Response.json({ entries }) : notFound();
});

/** A stream that says "there is more" whenever the job's ledger grows, and keeps the line open in between. */
export const getStream = signedIn<JobContext>(async (request, asker, { params }) => {
  const jobId = z.uuid().safeParse((await params).jobId);
  if (!jobId.success || !(await entriesAfter(asker, jobId.data, 2_000_000_000))) return notFound();
  const encoder = new TextEncoder();
  let stop = () => {};
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          stop();
        }
      };
      send('retry: 2000\n\nevent: more\ndata: \n\n');
      const unsubscribe = subscribe(jobId.data, () => send('event: more\ndata: \n\n'));
      const beat = setInterval(() => send(': still here\n\n'), 20_000);
      stop = () => {
        unsubscribe();
        clearInterval(beat);
        stop = () => {};
        try {
          controller.close();
        } catch {
          // The reader has gone already.
        }
      };
      request.signal.addEventListener('abort', () => stop());
    },
    cancel: () => stop(),
  });
  return new Response(stream, { headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' } });
});
