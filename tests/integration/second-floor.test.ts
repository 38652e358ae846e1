import { afterAll, expect, it } from 'vitest';
import { importJob } from '../../scripts/copy/job-copy';
import { readSavedJob } from '../../scripts/ledger/saved-job';
import { verifyFile } from '../../scripts/ledger/verify';
import { closeConnections } from '../../src/server/connection';
import { checkByToken } from '../../src/server/verification';
import { asOwner, tamper } from '../support/database';

/** A job with a picture and a report put right by another, saved before a seal was over when the server took an entry. */
const file = 'tests/fixtures/second-floor/job.zip';
afterAll(closeConnections);

it('a job sealed and saved on the second floor holds by its file alone, and comes in to be checked here', async () => {
  expect(await verifyFile(file)).toMatchObject({
    exit: 0,
    output: {
      documents: [
        { number: 'EICR-2026-0001', intact: true, head: null },
        { number: 'EICR-2026-0002', intact: true, head: null },
      ],
    },
  });
  const { documents, jobId } = readSavedJob(file);
  const papers = documents.flatMap(({ document }) => (document ? [document] : []));
  const [first, second] = papers;
  if (!first || !second) throw new Error('It has two');
  await asOwner(async (client) => {
    await client.query(
      "insert into firm (id, name, address, telephone, email) values ($1, 'A firm of the second floor', '', '', '')",
      [first.firmId],
    );
    expect(await importJob(client, file, undefined)).toMatchObject({
      pictures: 1,
      unproved: papers.map((p) => p.number),
    });
  });
  // As it stood where it was issued: in the tree, whose leaves did not tell the time yet.
  for (const { id, documentHash } of papers)
    await tamper(
      'insert into log_leaf (index, issue_id, document_hash) select coalesce(max(index) + 1, 0), $1, $2 from log_leaf',
      [id, documentHash],
    );
  const said = () => checkByToken(second.verificationToken);
  expect(await said()).toMatchObject({
    verification: { intact: true },
    timesSealed: false,
    replaces: { number: first.number },
  });
  expect(await checkByToken(first.verificationToken)).toMatchObject({ replacedBy: { number: second.number } });

  for (const [sql, what] of [
    ['update document set replaces = null where id = $1', 'document'],
    ['update document set sealed_to = 3 where id = $1', 'document'],
    ['update document set begun_id = gen_random_uuid() where id = $1', 'document'],
  ] as const) {
    const { rows } = await asOwner((client) =>
      client.query<{ replaces: string; sealed_to: number; begun_id: string }>('select * from document where id = $1', [
        second.id,
      ]),
    );
    await tamper(sql, [second.id]);
    expect((await said())?.verification).toMatchObject({ intact: false, what });
    await tamper('update document set replaces = $2, sealed_to = $3, begun_id = $4 where id = $1', [
      second.id,
      rows[0]?.replaces,
      rows[0]?.sealed_to,
      rows[0]?.begun_id,
    ]);
  }
  expect((await said())?.verification).toMatchObject({ intact: true });
  await tamper('update picture set bytes = set_byte(bytes, 40, get_byte(bytes, 40) # 1) where firm_id = $1', [
    first.firmId,
  ]);
  expect((await said())?.verification).toMatchObject({ intact: false, what: 'picture' });
  // Once a document could be issued before its pictures had come.
  await tamper('delete from picture where firm_id = $1', [first.firmId]);
  expect((await said())?.verification).toMatchObject({ intact: true });
  expect(jobId).toHaveLength(36);
});
