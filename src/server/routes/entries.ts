import 'server-only';
import * as z from 'zod';
import type { Drafted } from '../../core/ledger/entry';
import { type StreamSort, isOwnAct, streams } from '../stream-sorts';
import { type AppendResult, append, entriesAfter } from '../streams';
import { takeEntries } from '../quotas';
import { deviceGone, deviceLeft, deviceOpened, deviceSeen, mostDeviceName } from '../devices';
import { readJson } from './json-of';
import { mayHaveMoved, movesOf, sessionsOf, subscribe } from '../announcements';
import { NewerEntry } from '../trouble';
import { type Asker, isStillSignedIn, signedIn } from '../who';

type Context = { params: Promise<Readonly<Record<string, string>>> };

/** Which stream a request is about: a job's by its id, or the firm's own. */
type Target = {
  readonly sort: StreamSort;
  readonly idOf: (asker: Asker, params: Readonly<Record<string, string>>) => string | null;
};

export const ofJob: Target = {
  sort: 'job',
  idOf: (_asker, params) => {
    const id = z.uuid().safeParse(params.jobId);
    return id.success ? id.data : null;
  },
};
export const ofFirm: Target = { sort: 'firm', idOf: (asker) => asker.firmId };

const mostEntries = 200;
const notFound = () => Response.json({ problem: 'There is no such record.' }, { status: 404 });

const batch = z.object({ entries: z.array(z.unknown()).min(1).max(mostEntries) });
const withId = z.object({ id: z.string().max(100) });

/** Takes a batch of entries; answers for each whether the ledger took it, and with which number or why not. */
export const postEntries = ({ sort, idOf: target }: Target) =>
  signedIn<Context>(async (request, asker, { params }) => {
    const streamId = target(asker, await params);
    if (!streamId) return notFound();
    const body = await readJson(request);
    if (!body.ok) return Response.json({ problem: body.problem }, { status: body.status });
    const parsed = batch.safeParse(body.value);
    if (!parsed.success)
      return Response.json(
        { problem: `Send 1 to ${mostEntries} entries at once. Nothing was recorded.` },
        { status: 400 },
      );

    const seconds = await takeEntries(asker.firmId, parsed.data.entries.length);
    if (seconds > 0)
      return Response.json(
        { problem: 'Daily limit reached. Your entries are saved on this device and sent tomorrow.' },
        { status: 503, headers: { 'Retry-After': String(seconds) } },
      );
    const refused: AppendResult[] = [];
    const drafts: Drafted[] = [];
    // An id has one spelling in the ledger; the answer uses the sender's.
    const asSent = new Map<string, string>();
    for (const raw of parsed.data.entries) {
      const sent = withId.safeParse(raw);
      const id = sent.success ? sent.data.id : '';
      const read = streams[sort].readDraft(raw);
      if (!read.ok && read.newer) throw new NewerEntry(read.problem);
      if (read.ok && !isOwnAct(sort, read.value.kind)) {
        drafts.push(read.value);
        asSent.set(read.value.id, id);
      } else {
        const reason = read.ok ? 'This is recorded by the application itself, not sent in.' : read.problem;
        refused.push({ id, accepted: false, reason });
      }
    }
    const results = await append(asker, sort, streamId, drafts);
    if (!results) return notFound();
    const answered = results.map((result) => ({ ...result, id: asSent.get(result.id) ?? result.id }));
    return Response.json({ results: [...answered, ...refused] });
  });

/** Entries after a sequence number. */
export const getEntries = ({ sort, idOf: target }: Target) =>
  signedIn<Context>(async (request, asker, { params }) => {
    const streamId = target(asker, await params);
    const after = z.coerce
      .number()
      .int()
      .min(0)
      .safeParse(new URL(request.url).searchParams.get('after') ?? '0');
    if (!streamId || !after.success) return notFound();
    const entries = await entriesAfter(asker, sort, streamId, after.data);
    return entries ? Response.json({ entries }) : notFound();
  });

/** The device a request says it comes from; null where it says none. */
function deviceNamed(request: Request): string | null {
  const device = new URL(request.url).searchParams.get('device') ?? '';
  return device.length > 0 && device.length <= mostDeviceName ? device : null;
}

/** A device closes a job with everything sent. */
export const postLeft = signedIn<Context>(async (request, asker, { params }) => {
  const jobId = ofJob.idOf(asker, await params);
  const device = deviceNamed(request);
  if (!jobId || !(await entriesAfter(asker, 'job', jobId, 2_000_000_000))) return notFound();
  if (!device) return Response.json({ problem: 'Say which device.' }, { status: 400 });
  await deviceLeft(asker, jobId, device);
  return new Response(null, { status: 204 });
});

/**
 * A stream that says "there is more" whenever the job's ledger grows, and keeps the line open in between: for as long
 * as the session lasts.
 */
export const getStream = ({ sort, idOf: target }: Target) =>
  signedIn<Context>(async (request, asker, { params }) => {
    const streamId = target(asker, await params);
    if (!streamId || !(await entriesAfter(asker, sort, streamId, 2_000_000_000))) return notFound();
    const device = sort === 'job' ? deviceNamed(request) : null;
    if (!device) return lineOf(request, asker, streamId);
    let lastSeen = new Date();
    const tell = (told: typeof deviceSeen) => {
      told(asker, streamId, device, lastSeen).catch(() => undefined);
    };
    tell(deviceOpened);
    return lineOf(request, asker, streamId, {
      beat: () => {
        lastSeen = new Date();
        tell(deviceSeen);
      },
      gone: () => tell(deviceGone),
    });
  });

/** The same for anything of the firm's: a ledger that grew, a job opened or closed. */
export const getMoves = signedIn(async (request, asker) => {
  const readAt = z.coerce.number().min(0).catch(0).parse(new URL(request.url).searchParams.get('since'));
  return lineOf(request, asker, movesOf(asker.firmId), { quiet: () => !mayHaveMoved(asker.firmId, readAt) });
});

type WhileOpen = {
  readonly beat: () => void;
  readonly gone: () => void;
  /** Whether nothing has to be said as the line opens. */
  readonly quiet: () => boolean;
};

/** A line held open that says "more" whenever something of that name is announced. */
function lineOf(
  request: Request,
  asker: Asker,
  name: string,
  { beat, gone, quiet }: Partial<WhileOpen> = {},
): Response {
  const encoder = new TextEncoder();
  let stop = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          stop();
        }
      };
      const more = () => send('event: more\ndata: \n\n');
      send('retry: 2000\n\n');
      const unsubscribe = subscribe(name, more);
      if (!quiet?.()) more();
      const stay = () =>
        void isStillSignedIn(request).then(
          (is) => is || stop(),
          () => stop(),
        );
      const forget = subscribe(sessionsOf(asker.id), stay);
      // A session may also run out by itself.
      const beating = setInterval(() => {
        beat?.();
        send(': still here\n\n');
        stay();
      }, 20_000);
      stop = () => {
        unsubscribe();
        forget();
        clearInterval(beating);
        gone?.();
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
  return new Response(stream, {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' },
  });
}
