import type pg from 'pg';
import * as z from 'zod';

const chain = z.object({
  id: z.uuid(),
  sort: z.string(),
  lastSeq: z.number().int(),
  entries: z.number().int(),
  hash: z.string(),
});

/** What a backup holds, told beside it: every stream to its last number with a hash over all of its entries. */
export const manifest = z.object({
  format: z.literal('orange-ledger/backup/1'),
  madeAt: z.iso.datetime(),
  dump: z.object({ name: z.string(), bytes: z.number().int(), sha256: z.string() }),
  streams: z.array(chain),
  documents: z.number().int(),
  printed: z.number().int(),
  pictures: z.number().int(),
  logged: z.number().int(),
});
export type Manifest = z.infer<typeof manifest>;
type Held = Pick<Manifest, 'streams' | 'documents' | 'printed' | 'pictures' | 'logged'>;

const chains = `
  select s.id, s.sort, s.last_seq, count(e.id)::int as entries,
    coalesce(encode(sha256(convert_to(string_agg(
      concat_ws('|', e.seq, e.id, e.kind, e.version, e.body::text, e.made_by, e.device, extract(epoch from e.made_at)),
      E'\\n' order by e.seq), 'UTF8')), 'hex'), '') as hash
  from stream s left join entry e on e.stream_id = s.id
  group by s.id, s.sort, s.last_seq order by s.id`;

/** Reads what a database holds, by its owner's connection: the application itself sees one firm at a time. */
export async function heldBy(client: pg.Client): Promise<Held> {
  const { rows } = await client.query<{ id: string; sort: string; last_seq: number; entries: number; hash: string }>(
    chains,
  );
  const count = async (table: string) =>
    (await client.query<{ count: number }>(`select count(*)::int as count from ${table}`)).rows[0]?.count ?? 0;
  return {
    streams: rows.map(({ last_seq: lastSeq, ...row }) => ({ ...row, lastSeq })),
    documents: await count('document'),
    printed: await count('document_pdf'),
    pictures: await count('picture'),
    logged: await count('log_leaf'),
  };
}

/** How what a database holds differs from what its manifest says, in sentences; none where it does not. */
export function differences(said: Manifest, held: Held): string[] {
  const found = new Map(held.streams.map((each) => [each.id, each]));
  const named = new Set(said.streams.map(({ id }) => id));
  return [
    ...said.streams.flatMap((each) => {
      const here = found.get(each.id);
      if (!here) return [`The ${each.sort} ${each.id} is missing.`];
      if (here.lastSeq !== each.lastSeq || here.entries !== each.entries)
        return [
          `The ${each.sort} ${each.id} ends at ${here.lastSeq} with ${here.entries} entries, not at ${each.lastSeq} with ${each.entries}.`,
        ];
      return here.hash === each.hash ? [] : [`An entry of the ${each.sort} ${each.id} is not what it was.`];
    }),
    ...held.streams
      .filter(({ id }) => !named.has(id))
      .map(({ sort, id }) => `The ${sort} ${id} is not in the manifest.`),
    ...(['documents', 'printed', 'pictures', 'logged'] as const)
      .filter((what) => said[what] !== held[what])
      .map((what) => `${said[what]} ${what} were told of, ${held[what]} are here.`),
  ];
}
