import * as z from 'zod';
import { line, paragraph } from '../../installation/text';
import type { FirmState } from '../firm';
import { firmKind } from '../kind';

const id = z.uuid().toLowerCase();

/** Where something is, in degrees north and east. */
export const position = z.object({ north: z.number().min(49).max(61), east: z.number().min(-9).max(2.5) });
export type Position = z.infer<typeof position>;

/** A place the firm works at: what stays from visit to visit. What is found there belongs to its jobs. */
const installationFields = z.object({
  address: paragraph.min(1),
  premises: line,
  /** Who orders and pays, as things stand. */
  clientId: id.nullable(),
  /** How to get in: who lets in, where the key is, what to look out for. */
  access: paragraph,
  /** Where a van stands, and for how long. */
  parking: line,
  /** Told by a phone standing there; null where nobody did. */
  position: position.nullable(),
});
export type InstallationFields = z.infer<typeof installationFields>;
export type Installation = InstallationFields & { readonly id: string };

/** An address by its letters and figures alone: how it was broken into lines says nothing. */
export const bareAddress = (address: string): string => address.toLowerCase().replaceAll(/[^a-z0-9]+/g, '');

/** The installation at an address; undefined where the firm knows none there. */
export const installationAt = (firm: Pick<FirmState, 'installations'>, address: string): Installation | undefined => {
  const wanted = bareAddress(address);
  return wanted ? [...firm.installations.values()].find((each) => bareAddress(each.address) === wanted) : undefined;
};

const whyNotAt = (firm: FirmState, address: string | undefined, except: string): string | null => {
  const other = address === undefined ? undefined : installationAt(firm, address);
  return other && other.id !== except ? 'There is already an installation at that address.' : null;
};

const whyNoClient = (firm: FirmState, clientId: string | null | undefined): string | null =>
  clientId && !firm.clients.has(clientId) ? 'The company has no such client.' : null;

export const installationAdded = firmKind({
  body: z.object({ installationId: id, fields: installationFields }),
  office: true,
  touches: ['installations'],
  apply: (firm, { body }) =>
    void firm.installations.set(body.installationId, { ...body.fields, id: body.installationId }),
  admit: (firm, { installationId, fields }) =>
    firm.installations.has(installationId)
      ? 'That installation is there already.'
      : (whyNotAt(firm, fields.address, installationId) ?? whyNoClient(firm, fields.clientId)),
});

export const installationDescribed = firmKind({
  body: z.object({ installationId: id, fields: installationFields.partial() }),
  office: true,
  touches: ['installations'],
  apply(firm, { body }) {
    const installation = firm.installations.get(body.installationId);
    if (installation) firm.installations.set(installation.id, { ...installation, ...body.fields });
  },
  admit: (firm, { installationId, fields }) =>
    firm.installations.has(installationId)
      ? (whyNotAt(firm, fields.address, installationId) ?? whyNoClient(firm, fields.clientId))
      : 'The company has no such installation.',
});
