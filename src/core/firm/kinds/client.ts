import * as z from 'zod';
import { line, paragraph } from '../../installation/text';
import { firmKind } from '../kind';

const clientId = z.uuid().toLowerCase();

export const clientSorts = ['owner', 'landlord', 'agent', 'tenant', 'other'] as const;
export const clientWords = {
  owner: 'owner who lives there',
  landlord: 'landlord',
  agent: 'agent',
  tenant: 'tenant',
  other: 'someone else',
} as const satisfies Record<(typeof clientSorts)[number], string>;

/** Who the firm works for. */
const clientFields = z.object({
  name: line.min(1),
  sort: z.enum(clientSorts).nullable(),
  telephone: line,
  email: line,
  address: paragraph,
});
export type ClientFields = z.infer<typeof clientFields>;
export type Client = ClientFields & { readonly id: string };

export const blankClient = (name: string): ClientFields => ({
  name,
  sort: null,
  telephone: '',
  email: '',
  address: '',
});

export const clientAdded = firmKind({
  body: z.object({ clientId, fields: clientFields }),
  office: true,
  touches: ['clients'],
  apply: (firm, { body }) => void firm.clients.set(body.clientId, { ...body.fields, id: body.clientId }),
  admit: (firm, body) => (firm.clients.has(body.clientId) ? 'That client is there already.' : null),
});

export const clientDescribed = firmKind({
  body: z.object({ clientId, fields: clientFields.partial() }),
  office: true,
  touches: ['clients'],
  apply(firm, { body }) {
    const client = firm.clients.get(body.clientId);
    if (client) firm.clients.set(client.id, { ...client, ...body.fields });
  },
  admit: (firm, body) => (firm.clients.has(body.clientId) ? null : 'The company has no such client.'),
});
