import 'server-only';
import * as z from 'zod';
import { practiceResult } from '../../core/practice/result';
import { keepResults, resultsOf } from '../practice-results';
import { signedIn } from '../who';
import { readJson } from './json-of';

const mostAtOnce = 100;
const sent = z.object({ results: z.array(practiceResult).max(mostAtOnce) });

/** What practice came to for the person asking. */
export const getResults = signedIn(async (_request, asker) => Response.json({ results: await resultsOf(asker) }));

/** Takes results made on a device of theirs. */
export const postResults = signedIn(async (request, asker) => {
  const body = await readJson(request);
  if (!body.ok) return Response.json({ problem: body.problem }, { status: body.status });
  const read = sent.safeParse(body.value);
  if (!read.success)
    return Response.json(
      { problem: `Send practice results, ${mostAtOnce} at most. Nothing was kept.` },
      { status: 400 },
    );
  await keepResults(asker, read.data.results);
  return new Response(null, { status: 204 });
});
