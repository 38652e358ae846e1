import { floodFigures } from '../bench/flood.mjs';

const mostMillis = 120;

/** A flood of strangers: nothing of an inspector's is refused, and none of it waits long. Times are on a machine that also makes the flood. */
export async function strangers({ app }) {
  const { baseUrl } = await app.another({ STRANGERS_A_MINUTE: '' });
  const rows = await floodFigures({ ...app, baseUrl, appUrl: app.baseUrl });
  const failed = rows.filter(({ refused, p95 }) => refused > 0 || p95 > mostMillis);
  return { what: 'floods', tried: rows.length, failed };
}
