import { writeFileSync } from 'node:fs';
import { jobStream, viewOf } from '../../src/core/catalogue';
import { printedModel } from '../../src/core/certificates/printed-model';
import { missing } from '../../src/core/job/document-definition';
import { whereOf } from '../../src/core/job/kinds/observation';
import { judgeJob } from '../../src/core/job/verdicts';
import type { Recorded } from '../../src/core/ledger/entry';
import { type Answer, unusable } from './answer';
import { type SavedJob, readSavedJob } from './saved-job';

/** What a saved file does not hold: a draft printed from it says so. */
const firm = {
  name: 'The firm’s own particulars are not in this file',
  address: '',
  telephone: '',
  email: '',
  logo: '',
};

/**
 * What a saved job says, paper by paper: what was found, what fails, what is missing. Its last paper is written to a file
 * where one is named: as it was sealed, or as a draft where it was not issued.
 */
export async function reportOf(file: string, to: string | undefined): Promise<Answer> {
  let job: SavedJob;
  const entries: Recorded[] = [];
  try {
    job = readSavedJob(file);
  } catch (error) {
    return unusable(error instanceof Error ? error.message : String(error));
  }
  for (const each of job.entries) {
    const read = jobStream.readEntry(each);
    if (!read.ok) return unusable(`Entry ${each.seq}: ${read.problem}`);
    entries.push(read.value);
  }
  const state = jobStream.fold(entries);
  const papers = state.documents.flatMap(({ id }) => viewOf(state, id) ?? []);
  const last = papers.at(-1);
  if (!last) return unusable('The job was never opened.');
  if (to) writeFileSync(to, await printed(job, last));
  return {
    exit: 0,
    output: {
      reference: state.opened?.body.reference ?? '',
      site: state.site.address ?? '',
      papers: papers.map((view) => {
        const verdicts = judgeJob(view);
        return {
          kind: view.document.kind,
          number: view.document.issued?.body.number ?? null,
          edition: view.pack.title,
          findings: state.observations.map((each) => ({
            number: each.number,
            code: each.code,
            what: each.what,
            where: whereOf(each),
            putRight: each.remedied !== null,
          })),
          notMet: [...verdicts]
            .filter(([, { judgement }]) => judgement.verdict === 'fails' || judgement.verdict === 'doubt')
            .map(([at, { judgement }]) => ({ at, ...judgement })),
          missing: view.document.issued ? [] : missing(view.definition.gaps(view, verdicts)).map(({ what }) => what),
        };
      }),
      written: to ?? null,
    },
  };
}

async function printed(job: SavedJob, view: NonNullable<ReturnType<typeof viewOf>>): Promise<Uint8Array> {
  const { issued, kind } = view.document;
  const sealed = job.documents.find(({ document }) => document?.number === issued?.body.number);
  if (issued && sealed?.pdf) return sealed.pdf;
  const built: unknown = view.definition.build(view, firm);
  const model = printedModel.loose().parse(view.definition.model.read(built));
  const { layoutOf } = await import('../../src/print/layouts/registry');
  return layoutOf(kind)(model, null, new Date(), job.pictures);
}
