import * as z from 'zod';
import { line } from './text';

/** A device that switches part of an installation: the main switch, a board's own, an RCD shared by ways, a way's own. */
export const device = z.discriminatedUnion('of', [
  z.object({ of: z.literal('supply') }),
  z.object({ of: z.literal('board'), id: z.uuid().toLowerCase() }),
  z.object({ of: z.literal('residual'), boardId: z.uuid().toLowerCase(), group: line.min(1) }),
  z.object({ of: z.literal('way'), id: z.uuid().toLowerCase() }),
]);
export type Device = z.infer<typeof device>;

export const deviceStates = ['on', 'off', 'locked', 'tripped'] as const;
export type DeviceState = (typeof deviceStates)[number];
export const deviceStateWords: Record<DeviceState, string> = {
  on: 'on',
  off: 'off',
  locked: 'locked off',
  tripped: 'tripped',
};

/** The one text a device has. */
export const deviceKey = (of: Device): string =>
  of.of === 'supply' ? 'supply' : of.of === 'residual' ? `residual:${of.boardId}:${of.group}` : `${of.of}:${of.id}`;
