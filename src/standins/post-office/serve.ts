import { randomUUID } from 'node:crypto';
import { mkdir, readFile, readdir, writeFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';

type Options = {
  /** Where letters are laid, each as it arrived. */
  readonly folder: string;
  readonly mailPort: number;
  readonly pagePort: number;
};

const mostShown = 100;
const mostBytes = 1_000_000;
const loopback = '127.0.0.1';

/** A post office on loopback: takes every letter by SMTP, delivers none, and shows on a page what arrived. */
export async function servePostOffice({ folder, mailPort, pagePort }: Options) {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const mail = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: mostBytes,
    logger: false,
    onData(stream, _session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        if (stream.sizeExceeded) return done(new Error('Larger than this post office takes.'));
        const name = `${Date.now()}-${randomUUID()}.eml`;
        writeFile(join(folder, name), Buffer.concat(chunks), { mode: 0o600 }).then(() => done(), done);
      });
    },
  });
  mail.on('error', () => undefined);
  await new Promise<void>((resolve) => mail.listen(mailPort, loopback, resolve));
  const page = createServer((_request, response) => {
    void arrived(folder).then(
      (html) => response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' }).end(html),
      () => response.writeHead(500).end(),
    );
  });
  await new Promise<void>((resolve) => page.listen(pagePort, loopback, resolve));
  return {
    smtpUrl: `smtp://${loopback}:${(mail.server.address() as AddressInfo).port}`,
    pageUrl: `http://${loopback}:${(page.address() as AddressInfo).port}`,
    close: () =>
      new Promise<void>((resolve) => {
        page.close();
        mail.close(() => resolve());
      }),
  };
}

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (letter) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[letter] ?? letter);

const withLinks = (text: string): string =>
  escaped(text).replace(/https?:\/\/[^\s<]+/g, (url) => `<a href="${url}">${url}</a>`);

const heading = 'Letters that arrived';

async function arrived(folder: string): Promise<string> {
  const names = (await readdir(folder)).sort().reverse().slice(0, mostShown);
  const letters = await Promise.all(names.map(async (name) => simpleParser(await readFile(join(folder, name)))));
  const shown = letters.map(({ subject, to, from, date, text }) => {
    const address = (all: typeof to | typeof from) =>
      (Array.isArray(all) ? all : [all]).map((each) => each?.text).join(', ');
    return `<article><h2>${escaped(subject ?? '')}</h2><p>To ${escaped(address(to))}, from ${escaped(address(from))}, ${escaped(date?.toUTCString() ?? '')}</p><pre>${withLinks(text ?? '')}</pre></article>`;
  });
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${heading}</title>
<style>body{font:1rem/1.5 Georgia,serif;max-width:46rem;margin:2rem auto;padding:0 1rem;background:#faf7ef;color:#1b2130}article{border-top:1px solid #b9ae97;padding:.5rem 0}h2{font-size:1.1rem;margin:.2rem 0}p{margin:0;color:#575f6d}pre{white-space:pre-wrap;overflow-wrap:anywhere;font:inherit}</style>
<h1>${heading}</h1><p>This post office stands in for a real one: what the application sends ends here.</p>${shown.join('') || '<p>None yet.</p>'}</html>`;
}
