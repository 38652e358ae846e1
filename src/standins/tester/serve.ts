import { createServer } from 'node:http';
import { v7 } from 'uuid';
import { WebSocketServer } from 'ws';
import { editionPack } from '../../core/edition/editions';
import type { Dwelling } from '../../core/physics/dwelling';
import { meterOn, usualInstrument } from '../../core/physics/meter';
import { type FromTester, type TesterReading, testerFormat, toTester } from '../../instruments/messages';
import { play } from './play';

type Options = {
  readonly port: number;
  readonly dwelling: Dwelling;
  readonly instrument: { readonly name: string; readonly serial: string; readonly calibratedOn: string | null };
  readonly random: () => number;
  /** The page that may connect; no other may listen in. */
  readonly origin: string;
  /** How long a reading takes to settle, in milliseconds. */
  readonly settleMillis: number;
};

/** A simulated tester on loopback: readings stay in its memory until the ledger says it has them. */
export async function serveTester({
  port,
  dwelling,
  instrument,
  random,
  origin,
  settleMillis,
}: Options): Promise<{ port: number; close: () => Promise<void> }> {
  const on = meterOn(dwelling, editionPack('bs7671-2018-a2'), usualInstrument(random));
  if (!on.ok) throw new Error(on.problem);
  const kept = new Map<number, TesterReading>();
  const asked = new Set<string>();
  let sequence = 0;
  const http = createServer((_request, response) => response.writeHead(426).end('A tester speaks over WebSocket.'));
  const server = new WebSocketServer({
    server: http,
    maxPayload: 64 * 1024,
    verifyClient: (info: { origin: string }) => info.origin === origin,
  });
  const say = (socket: import('ws').WebSocket, message: FromTester) =>
    socket.readyState === socket.OPEN && socket.send(JSON.stringify(message));
  const everyone = (message: FromTester) => server.clients.forEach((socket) => say(socket, message));
  server.on('connection', (socket) => {
    // What is off is each page's own: it is that page's house the probes are in.
    let off: ReadonlySet<number> = new Set();
    say(socket, { format: testerFormat, type: 'hello', instrument });
    for (const reading of kept.values()) say(socket, reading);
    socket.on('error', () => socket.close());
    socket.on('message', (data) => {
      let raw: unknown;
      try {
        raw = JSON.parse(String(data));
      } catch {
        return socket.close(1007, 'not JSON');
      }
      const parsed = toTester.safeParse(raw);
      if (!parsed.success) return socket.close(1008, 'not a message of this format');
      const message = parsed.data;
      if (message.type === 'received') return kept.delete(message.sequence);
      if (message.type === 'stands') return void (off = new Set(message.off));
      if (asked.has(message.request)) return undefined;
      asked.add(message.request);
      const played = play(dwelling, on.meter, message, off);
      const tripped = [...(played.tripped ?? [])];
      off = new Set([...off, ...tripped]);
      if (!played.ok)
        return say(socket, {
          format: testerFormat,
          type: 'refusal',
          request: message.request,
          why: played.why,
          tripped,
        });
      sequence += 1;
      const reading: TesterReading = {
        format: testerFormat,
        type: 'reading',
        id: v7(),
        sequence,
        request: message.request,
        takenAt: new Date().toISOString(),
        value: played.value,
        testVolts: played.testVolts,
        leadNullOhms: played.leadNull ? '0.08' : null,
        also: [...(played.also ?? [])],
        tripped,
      };
      kept.set(sequence, reading);
      return setTimeout(() => everyone(reading), settleMillis);
    });
  });
  await new Promise<void>((resolve, reject) => http.on('error', reject).listen(port, '127.0.0.1', resolve));
  const address = http.address();
  return {
    port: typeof address === 'object' && address ? address.port : port,
    close: () =>
      new Promise((resolve) => {
        server.clients.forEach((socket) => socket.terminate());
        server.close(() => http.close(() => resolve()));
      }),
  };
}
