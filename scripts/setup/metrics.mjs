// Figures of a serving process in the Prometheus text format, on a port of their own that is not for the public.
import { createServer } from 'node:http';
import { kindOfPath } from './shown-path.mjs';
import { Histogram, collectDefaultMetrics, register } from 'prom-client';

const known = new Set();
/** Addresses nobody serves are many: after so many kinds the rest are one. */
const labelOf = (path) => {
  const kind = kindOfPath(path);
  if (!known.has(kind) && known.size >= 60) return 'other';
  known.add(kind);
  return kind;
};

/** Opens the port where one is named, and answers what notes a request; otherwise notes nothing. */
export function startMetrics(port, host = '127.0.0.1') {
  if (!port) return () => undefined;
  collectDefaultMetrics();
  const requests = new Histogram({
    name: 'ledger_request_seconds',
    help: 'Requests answered, by what was asked for, how it ended and how long it took.',
    labelNames: ['method', 'path', 'status'],
    buckets: [0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10],
  });
  createServer(async (request, response) => {
    if (request.url !== '/metrics') return response.writeHead(404).end();
    response.writeHead(200, { 'Content-Type': register.contentType }).end(await register.metrics());
  })
    .on('error', (error) => process.stderr.write(`No figures are told: ${error.message}\n`))
    .listen(port, host)
    .unref();
  return ({ method, url }, status, seconds) =>
    requests.observe({ method, path: status === 404 ? 'not found' : labelOf(url), status: String(status) }, seconds);
}
