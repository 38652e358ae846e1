import type { ItemRole } from '../../edition/pack';
import type { JobView } from '../../job/view';

/** The items of a document's schedule that stand for a subject; none where it has no such item. */
export const itemsFor = ({ definition, pack }: JobView, role: ItemRole): readonly string[] =>
  definition.itemRoles(pack)[role] ?? [];
