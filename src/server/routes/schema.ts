import 'server-only';
import * as z from 'zod';
import { firmKinds, jobKinds } from '../../core/catalogue';
import { numbered } from '../../core/ledger/entry';
import { type Version, currentVersion } from '../../core/ledger/kind';

type Kinds = Readonly<
  Record<string, { readonly body: z.ZodType; readonly versions: readonly Version[]; readonly ownAct?: true }>
>;

const schema = (of: z.ZodType): object => {
  const { $schema: _dialect, ...rest } = z.toJSONSchema(of, { io: 'input', unrepresentable: 'any' }) as Record<
    string,
    unknown
  >;
  return rest;
};

/** One kind of entry as it is sent today. */
const entryOf = (kind: string, { body, versions }: Kinds[string]): object => ({
  type: 'object',
  required: ['id', 'kind', 'version', 'body', 'madeAt', 'device'],
  properties: {
    id: { type: 'string', format: 'uuid', description: 'Made by the client. Sent twice, it counts once.' },
    kind: { const: kind },
    version: { const: currentVersion({ versions }) },
    body: schema(body),
    madeAt: { type: 'string', format: 'date-time' },
    device: { type: 'string', minLength: 1, maxLength: 80 },
  },
});

/** What may be sent in, by the name of its kind; what the application records by itself is read only. */
const entriesOf = (kinds: Kinds, sent: boolean) =>
  Object.entries(kinds)
    .filter(([, { ownAct }]) => !sent || !ownAct)
    .map(([name]) => ({ $ref: `#/components/schemas/${name}` }));

const json = (of: object) => ({ content: { 'application/json': { schema: of } } });
const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
const problem = { description: 'Not done, and why.', ...json(ref('problem')) };
const jobId = { name: 'jobId', in: 'path', required: true, schema: { type: 'string', format: 'uuid' } };
const after = {
  name: 'after',
  in: 'query',
  schema: { type: 'integer', minimum: 0, default: 0 },
  description: 'The last number one has.',
};

function ledger(of: 'job' | 'firm', parameters: readonly object[]) {
  return {
    get: {
      summary: `Entries of the ${of}, in order`,
      parameters: [...parameters, after],
      responses: {
        200: {
          description: 'Entries after that number.',
          ...json({ type: 'object', properties: { entries: { type: 'array', items: ref('recorded') } } }),
        },
        401: problem,
        404: problem,
      },
    },
    post: {
      summary: `Appends entries to the ${of}; each is answered for`,
      parameters,
      requestBody: {
        required: true,
        ...json({
          type: 'object',
          required: ['entries'],
          properties: { entries: { type: 'array', minItems: 1, maxItems: 200, items: ref(`${of} entry`) } },
        }),
      },
      responses: {
        200: {
          description: 'For each, its number or why it was not taken.',
          ...json({ type: 'object', properties: { results: { type: 'array', items: ref('result') } } }),
        },
        400: problem,
        401: problem,
        404: problem,
        413: problem,
      },
    },
  };
}

function description() {
  const kinds: Kinds = { ...jobKinds, ...firmKinds } as unknown as Kinds;
  return {
    openapi: '3.1.0',
    info: {
      title: 'Orange Ledger',
      version: '1',
      description:
        'Entries are appended, never changed. Requests carry the session cookie of the person signed in, and an Origin header of this address.',
    },
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'better-auth.session_token' } },
      schemas: {
        problem: { type: 'object', properties: { problem: { type: 'string' } } },
        result: {
          type: 'object',
          required: ['id', 'accepted'],
          properties: {
            id: { type: 'string' },
            accepted: { type: 'boolean' },
            seq: { type: 'integer' },
            reason: { type: 'string' },
          },
        },
        recorded: {
          type: 'object',
          description: 'As stored, with who made it and its number; in the version it was made in or a later one.',
          properties: {
            id: { type: 'string', format: 'uuid' },
            kind: { enum: Object.keys(kinds) },
            version: { type: 'integer' },
            body: {},
            madeAt: { type: 'string', format: 'date-time' },
            device: { type: 'string' },
            ...(schema(numbered) as { properties: object }).properties,
          },
        },
        'job entry': { oneOf: entriesOf(jobKinds as unknown as Kinds, true), discriminator: { propertyName: 'kind' } },
        'firm entry': {
          oneOf: entriesOf(firmKinds as unknown as Kinds, true),
          discriminator: { propertyName: 'kind' },
        },
        ...Object.fromEntries(Object.entries(kinds).map(([name, kind]) => [name, entryOf(name, kind)])),
      },
    },
    security: [{ session: [] }],
    paths: {
      '/api/jobs/{jobId}/entries': ledger('job', [jobId]),
      '/api/firm/entries': ledger('firm', []),
      '/api/jobs/{jobId}/export': {
        post: {
          summary: 'The job whole: its entries, documents with their seals, printed files and pictures',
          parameters: [jobId],
          responses: { 200: { description: 'A zip.', content: { 'application/zip': {} } }, 401: problem, 404: problem },
        },
      },
      '/heads/all': {
        get: {
          summary: 'Every signed daily head',
          security: [],
          responses: { 200: { description: 'Heads.', ...json({}) } },
        },
      },
      '/heads/authority': {
        get: {
          summary: 'The certificate by which a PDF reader trusts the signatures of documents issued here',
          security: [],
          responses: { 200: { description: 'X.509 in DER.', content: { 'application/pkix-cert': {} } }, 404: problem },
        },
      },
      '/health': {
        get: {
          summary: 'Whether it can serve',
          security: [],
          responses: { 200: { description: 'Yes.' }, 503: { description: 'No.' } },
        },
      },
    },
  };
}

let made: string | undefined;

/** The interface, described: OpenAPI with the JSON Schema of every kind of entry. Nothing of any firm is in it. */
export const getSchema = (): Response =>
  new Response((made ??= JSON.stringify(description())), {
    headers: { 'Content-Type': 'application/json; charset=utf-8', 'Cache-Control': 'public, max-age=3600' },
  });
