import { gapsOf } from '../../src/core/document/gaps';
import { judgeJob } from '../../src/core/document/verdicts';
import { editionPack } from '../../src/core/edition/editions';
import type { Entry } from '../../src/core/ledger/entry';
import { fold } from '../../src/core/ledger/fold';
import { largeJob } from './large-job';
import { figureOf, tell, timed } from './measure';

const pack = editionPack('bs7671-2018-a2');
const entries = largeJob().drafts.map((draft, index) => ({ ...draft, madeBy: 'p', seq: index + 1 }) as Entry);

tell(figureOf('fold of 1,500 entries, 30 circuits', 'ms', await timed(200, () => fold(entries))));
const job = fold(entries);
tell(figureOf('judge every reading of that job', 'ms', await timed(200, () => judgeJob(job, pack))));
tell(figureOf('fold and judge together', 'ms', await timed(200, () => judgeJob(fold(entries), pack)), 'under 5 ms'));
tell(figureOf('list what is missing in that job', 'ms', await timed(200, () => gapsOf(job, pack))));
