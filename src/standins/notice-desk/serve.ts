import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import * as z from 'zod';

const notice = z.object({
  format: z.literal('orange-ledger/notice/1'),
  certificate: z.string().min(1),
  installation: z.string().min(1),
  work: z.string().min(1),
  completedOn: z.iso.date(),
});
const mostBytes = 100_000;

/** A desk on loopback that takes notices of notifiable work and acknowledges each with a number, the same one when asked twice. */
export async function serveNoticeDesk(port: number): Promise<{ url: string; close: () => Promise<void> }> {
  const numbers = new Map<string, string>();
  const http = createServer((request, response) => {
    const answer = (status: number, body: object) =>
      response.writeHead(status, { 'Content-Type': 'application/json' }).end(JSON.stringify(body));
    if (request.method !== 'POST') return answer(405, { problem: 'A desk takes notices.' });
    let raw = '';
    request.setEncoding('utf8');
    request.on('data', (piece: string) => {
      raw += piece;
      if (raw.length > mostBytes) request.destroy();
    });
    return request.on('end', () => {
      const parsed = notice.safeParse(json(raw));
      if (!parsed.success) return answer(422, { problem: 'Not a notice this desk can read.' });
      const key = parsed.data.certificate + parsed.data.installation;
      const number = numbers.get(key) ?? `BC/${String(numbers.size + 1).padStart(5, '0')}`;
      numbers.set(key, number);
      return answer(200, { number });
    });
  });
  await new Promise<void>((resolve) => http.listen(port, '127.0.0.1', resolve));
  return {
    url: `http://127.0.0.1:${(http.address() as AddressInfo).port}/`,
    close: () => new Promise((resolve) => http.close(() => resolve())),
  };
}

function json(raw: string): unknown {
  try {
    return JSON.parse(raw);
  } catch {
    return null;
  }
}
