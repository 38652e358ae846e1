import 'server-only';
import { getEntries, getMoves, getStream, ofFirm, ofJob, postEntries, postLeft } from './entries';

type Params = Readonly<Record<string, string>>;
type Answer = (request: Request, context: { params: Promise<Params> }) => Promise<Response>;

const jobs = /^\/api\/jobs\/(?<jobId>[^/]+)/.source;

/** What is asked for with every reading: the handlers of the same routes, found without the rest of the framework. */
const road: readonly { readonly method: string; readonly path: RegExp; readonly answer: Answer }[] = [
  { method: 'POST', path: new RegExp(`${jobs}/entries$`), answer: postEntries(ofJob) },
  { method: 'GET', path: new RegExp(`${jobs}/entries$`), answer: getEntries(ofJob) },
  { method: 'GET', path: new RegExp(`${jobs}/stream$`), answer: getStream(ofJob) },
  { method: 'POST', path: new RegExp(`${jobs}/left$`), answer: postLeft },
  { method: 'POST', path: /^\/api\/firm\/entries$/, answer: postEntries(ofFirm) },
  { method: 'GET', path: /^\/api\/firm\/entries$/, answer: getEntries(ofFirm) },
  { method: 'GET', path: /^\/api\/firm\/stream$/, answer: getStream(ofFirm) },
  { method: 'GET', path: /^\/api\/firm\/moves$/, answer: getMoves },
];

/** What answers a request on this road; null for every other, which goes to the framework. */
export function onRoad(method: string, pathname: string): ((request: Request) => Promise<Response>) | null {
  for (const { method: its, path, answer } of road) {
    const found = its === method ? path.exec(pathname) : null;
    if (found) return (request) => answer(request, { params: Promise.resolve({ ...found.groups }) });
  }
  return null;
}
