import * as z from 'zod';
import { line, paragraph } from '../../installation/text';
import { unchanged } from '../../ledger/kind';
import { firmKind } from '../kind';

const logoStart = 'data:image/jpeg;base64,';
export const mostLogoCharacters = 90_000;

/** A small JPEG picture as text, made small in the browser; empty for none. */
const logo = z
  .string()
  .max(mostLogoCharacters, 'A logo of 64 kB at most.')
  .regex(/^(data:image\/jpeg;base64,\/9j\/[A-Za-z0-9+/]+={0,2})?$/, 'A logo is a JPEG picture.');

/** The picture itself, in base64; null for none. */
export const logoBytes = (text: string): string | null => (text ? text.slice(logoStart.length) : null);

/** A firm's own particulars, as its documents carry them. */
const particularsFields = z.object({
  name: line.min(1),
  address: paragraph.min(1),
  telephone: line,
  email: line,
  logo,
});
export type Particulars = Partial<z.infer<typeof particularsFields>>;

export const firmDescribed = firmKind({
  body: particularsFields.partial(),
  versions: [unchanged('may carry a logo')],
  office: true,
  apply(firm, entry) {
    firm.particulars = { ...firm.particulars, ...entry.body };
  },
});
