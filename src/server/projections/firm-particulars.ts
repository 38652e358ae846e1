import 'server-only';
import { eq } from 'drizzle-orm';
import { firm } from '../schema';
import type { Projection } from './registry';

/** The firm's particulars beside its next document number, for a document in the making. */
export const firmParticulars: Projection<'firm'> = {
  name: 'firm particulars',
  async write(tx, firmId, _streamId, { particulars }) {
    const { name = '', address = '', telephone = '', email = '', logo = '' } = particulars;
    await tx.update(firm).set({ name, address, telephone, email, logo }).where(eq(firm.id, firmId));
  },
  async drop(tx, firmId) {
    await tx.update(firm).set({ name: '', address: '', telephone: '', email: '', logo: '' }).where(eq(firm.id, firmId));
  },
};
