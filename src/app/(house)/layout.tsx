import type { ReactNode } from 'react';
import { HouseHead } from '../../features/firm/house-head';
import { requireAsker } from '../../server/who';

/** The pages of the firm, each a way from the others. */
export default async function HouseLayout({ children }: { children: ReactNode }) {
  const { id, name, firmId } = await requireAsker();
  return (
    <div className="mx-auto max-w-6xl px-4 pb-16">
      <HouseHead person={{ id, name, firmId }} />
      <main>{children}</main>
    </div>
  );
}
