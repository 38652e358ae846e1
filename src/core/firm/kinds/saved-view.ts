import * as z from 'zod';
import { line } from '../../installation/text';
import { firmKind } from '../kind';

const viewId = z.uuid().toLowerCase();
const viewMade = z.object({ viewId, name: line.min(1), query: z.string().max(500) });
export type SavedView = z.infer<typeof viewMade>;

/** A list of jobs, narrowed in some way the firm wants again. */
export const viewIsMade = firmKind({
  body: viewMade,
  office: true,
  touches: ['views'],
  apply: (firm, { body }) => void firm.views.set(body.viewId, body),
});

export const viewIsWithdrawn = firmKind({
  body: z.object({ viewId }),
  office: true,
  touches: ['views'],
  apply: (firm, { body }) => void firm.views.delete(body.viewId),
  admit: (firm, body) => (firm.views.has(body.viewId) ? null : 'There is no such view.'),
});
