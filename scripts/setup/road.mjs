// Answers what is asked for with every reading by its own handlers, before the framework: it needs nothing of it.
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { gzip } from 'node:zlib';
import { promisify } from 'node:util';
import { securityHeaders } from './security-headers.mjs';

/** Less than this is not worth making smaller. */
const leastToShrink = 1024;
const shrink = promisify(gzip);

/** The request as the handlers read it; it is given up when whoever asked is gone. */
function asked(request, response, origin) {
  const gone = new AbortController();
  response.on('close', () => gone.abort());
  const headers = new Headers();
  for (const [name, value] of Object.entries(request.headers))
    for (const each of [value].flat()) if (each !== undefined) headers.append(name, each);
  const hasBody = request.method !== 'GET' && request.method !== 'HEAD';
  return new Request(new URL(request.url, origin), {
    method: request.method,
    headers,
    signal: gone.signal,
    ...(hasBody && { body: Readable.toWeb(request), duplex: 'half' }),
  });
}

/** Answers a request that is on the road; false where it is not, and nothing was done. */
export async function answerOnRoad(request, response, origin) {
  const [pathname] = request.url.split('?');
  const answer = globalThis.ledgerRoad?.(request.method, pathname);
  if (!answer) return false;
  const given = await answer(asked(request, response, origin));
  for (const [name, value] of Object.entries(securityHeaders)) response.setHeader(name, value);
  response.statusCode = given.status;
  for (const [name, value] of given.headers) response.setHeader(name, value);
  if (!given.body) return response.end() && true;
  if (given.headers.get('content-type')?.startsWith('text/event-stream')) {
    response.flushHeaders();
    // Who goes away ends the line: that is how each of them ends.
    await pipeline(Readable.fromWeb(given.body), response).catch(() => undefined);
    return true;
  }
  const bytes = Buffer.from(await given.arrayBuffer());
  response.setHeader('Vary', 'Accept-Encoding');
  const shrinks = bytes.length >= leastToShrink && /\bgzip\b/.test(request.headers['accept-encoding'] ?? '');
  const sent = shrinks ? await shrink(bytes) : bytes;
  if (shrinks) response.setHeader('Content-Encoding', 'gzip');
  response.setHeader('Content-Length', sent.length);
  response.end(sent);
  return true;
}
