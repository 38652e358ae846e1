// npm run serve: the built application on one port, against the PostgreSQL that DATABASE_URL names. Owns no cluster.
// Settings: DATABASE_URL, AUTH_SECRET, APP_URL; HOST, PORT; TRUSTED_PROXIES, addresses or networks with commas between;
// METRICS_PORT, where figures are wanted; STRANGERS_A_MINUTE, pages for one address without a session, 300 unless said.
import { randomBytes } from 'node:crypto';
import { createServer } from 'node:http';
import { BlockList, isIPv6 } from 'node:net';
import next from 'next';
import { startMetrics } from './setup/metrics.mjs';
import { answerOnRoad } from './setup/road.mjs';
import { isReadable, shownPath } from './setup/shown-path.mjs';
import { root } from './setup/state.mjs';
import { gate } from './setup/strangers.mjs';

const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 3000);
const isSecure = process.env.APP_URL?.startsWith('https://') ?? false;
/** How long what is under way may take once the server is asked to stop. */
const mostMillisToStop = 500;

const family = (address) => (isIPv6(address) ? 'ipv6' : 'ipv4');
const proxies = new BlockList();
for (const each of (process.env.TRUSTED_PROXIES ?? '').split(',').filter(Boolean)) {
  const [address, bits] = each.trim().split('/');
  if (bits) proxies.addSubnet(address, Number(bits), family(address));
  else proxies.addAddress(address, family(address));
}

/** What a request says of where it came from is believed of a configured proxy only; of others it is what they are. */
function believeOnlyProxies(request) {
  const remote = (request.socket.remoteAddress ?? '').replace(/^::ffff:/, '');
  const said = remote && proxies.check(remote, family(remote)) ? request.headers['x-forwarded-for'] : undefined;
  // The last proxy adds the address it saw at the end: what stands before it came with the request.
  const address = said?.split(',').at(-1)?.trim() || remote;
  for (const name of ['forwarded', 'x-forwarded-host', 'x-forwarded-proto', 'x-forwarded-port', 'x-real-ip'])
    delete request.headers[name];
  request.headers['x-forwarded-for'] = address;
  if (isSecure) request.headers['x-forwarded-proto'] = 'https';
}

const log = (line) => process.stdout.write(`${new Date().toISOString()} ${line}\n`);

// Where Next asks itself for the page an action leads to: here, and not by the address people use.
const origin = (process.env.__NEXT_PRIVATE_ORIGIN ??= `http://${host}:${port}`);
const app = next({ dev: false, dir: root, hostname: host, port });
const handle = app.getRequestHandler();
await app.prepare();

const { enter } = gate({
  secret: process.env.AUTH_SECRET ?? '',
  pagesAMinute: Number(process.env.STRANGERS_A_MINUTE) || undefined,
});
/** What only our own process knows: Next asks itself, with the headers of the request it works on, for the page an action leads to. */
const ownWord = randomBytes(16).toString('hex');
const ownHeader = 'x-within';
/** Of requests that failed, by their word: whether what was sent cannot be read, or the ledger is busy. */
const faults = (globalThis.ledgerFaults = new Map());
let count = 0;

/** Ends a request that failed with what it is: not every failure is ours. */
function endRightly(response, word) {
  const writeHead = response.writeHead.bind(response);
  response.writeHead = (status, ...rest) => {
    const right = status === 500 ? (faults.get(word) ?? status) : status;
    if (right === status) return writeHead(status, ...rest);
    response.statusCode = right;
    if (right === 503) response.setHeader('Retry-After', '2');
    return writeHead(right, ...rest);
  };
  response.on('close', () => faults.delete(word));
}

/** Works on a request once it may be; who gave up meanwhile is not worked for, and what is part of another is part of it. */
async function answer(request, response) {
  const { url: path, method, headers } = request;
  if (!isReadable(path)) {
    response.writeHead(400, { 'Content-Type': 'text/plain; charset=utf-8' }).end('That address cannot be read.\n');
    return;
  }
  if (headers[ownHeader]?.startsWith(`${ownWord}.`)) return handle(request, response);
  count += 1;
  headers[ownHeader] = `${ownWord}.${count}`;
  endRightly(response, headers[ownHeader]);
  const entered = await enter({ path, method, address: headers['x-forwarded-for'], cookies: headers.cookie });
  if ('status' in entered) {
    const { status, seconds } = entered;
    response.writeHead(status, { 'Content-Type': 'text/plain; charset=utf-8', 'Retry-After': String(seconds) });
    response.end(`Too much is asked for from here. Again in ${seconds} s.\n`);
    return;
  }
  response.on('close', entered.leave);
  if (response.destroyed) entered.leave();
  else if (!(await answerOnRoad(request, response, origin))) await handle(request, response);
}

const note = startMetrics(Number(process.env.METRICS_PORT) || 0);
const server = createServer((request, response) => {
  const from = process.hrtime.bigint();
  believeOnlyProxies(request);
  if (isSecure) response.setHeader('Strict-Transport-Security', 'max-age=31536000');
  response.on('close', () => {
    const millis = Number((process.hrtime.bigint() - from) / 1_000_000n);
    const ended = response.writableFinished ? response.statusCode : 'cut';
    note(request, ended, millis / 1000);
    if (!request.url.startsWith('/_next/')) log(`${request.method} ${shownPath(request.url)} ${ended} ${millis}ms`);
  });
  answer(request, response).catch(() => {
    if (!response.headersSent) response.writeHead(500);
    response.end();
  });
});
server.keepAliveTimeout = 65_000;
server.listen(port, host, () => log(`serving ${host}:${port}`));
server.on('error', (error) => {
  process.stderr.write(`The port could not be opened: ${error.message}\n`);
  process.exit(1);
});

let stopping = false;
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    if (stopping) return;
    stopping = true;
    // Streams of news never end by themselves.
    setTimeout(() => process.exit(0), mostMillisToStop).unref();
    server.closeIdleConnections();
    server.close(() => process.exit(0));
  });
