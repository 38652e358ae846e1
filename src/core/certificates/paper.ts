import * as z from 'zod';
import { editionPrinted } from '../edition/own-edition';
import type { Firm } from '../job/document-definition';
import { documentOf } from '../job/job';
import { drawnSignature } from '../job/kinds/document';
import type { JobView } from '../job/view';
import { showDay } from '../words/day';
import { explainedOf } from './discrepancies/explained';
import type { PrintedModel } from './printed-model';
import { whereFacts, whoFacts } from './works';

/** What every document ends with: by which instruments, and who signed it. */
export const instrumentsSchema = z.array(z.object({ name: z.string(), serial: z.string(), calibratedOn: z.string() }));
export const declarationsSchema = z.array(
  z.object({
    role: z.string(),
    title: z.string(),
    name: z.string(),
    position: z.string(),
    statement: z.string(),
    signedAt: z.string(),
    /** Strokes of a signature that was drawn, in a frame of 1000 by 400. */
    drawn: drawnSignature.optional(),
    /** Of somebody outside the firm: the network address their link was used from. */
    byLink: z.object({ address: z.string() }).optional(),
  }),
);

/** What every model says beside its own: under which edition and reference, for whom, and what it replaces. */
export const headOf = (view: JobView, firm: Firm): Omit<PrintedModel, 'kind' | 'pictures'> => ({
  edition: editionPrinted(view.pack),
  reference: view.job.opened?.body.reference ?? '',
  replaces: replaced(view),
  explained: explainedOf(view),
  firm,
  client: whoFacts(view),
  site: whereFacts(view),
});

/** The issued document it puts right, and why. */
function replaced({ job, document }: JobView): PrintedModel['replaces'] {
  const before = document.replaces ? documentOf(job, document.replaces) : undefined;
  return before?.issued ? { number: before.issued.body.number, because: document.because ?? '—' } : null;
}

export const instrumentsOf = ({ job }: JobView): z.infer<typeof instrumentsSchema> =>
  [...job.instruments.values()].map(({ name, serial, calibratedOn }) => ({
    name,
    serial,
    calibratedOn: showDay(calibratedOn),
  }));

/** How a signature that came by a link is told, on every page and paper. */
export const sayByLink = ({ address }: { readonly address: string }): string =>
  `by link${address ? `, from ${address}` : ''}: from outside the company`;

/** The signatures in force. */
export const declarationsOf = ({ document, definition }: JobView): z.infer<typeof declarationsSchema> =>
  document.signatures
    .filter(({ inForce }) => inForce)
    .map(({ role, entry: { body, madeAt } }) => ({
      role,
      title: definition.roles.find((each) => each.role === role)?.title ?? role,
      name: body.name,
      position: body.position,
      statement: body.statement,
      signedAt: madeAt,
      ...(body.drawn && { drawn: body.drawn }),
      ...(body.outside && { byLink: { address: body.outside.address } }),
    }));
