import * as z from 'zod';
import type { Board } from './board';
import { device, deviceKey } from './device';
import { showDevice, showResidual, tellResidual } from './device-text';
import type { Supply } from './supply';
import { line } from './text';
import { type Way, type WayFields, isSpare, wayFields } from './way';

/** A device fitted in an installation: one that switches, or a board's surge protective device. */
export const installedDevice = z.discriminatedUnion('of', [
  ...device.options,
  z.object({ of: z.literal('surge'), boardId: z.uuid().toLowerCase() }),
]);
export type InstalledDevice = z.infer<typeof installedDevice>;

/** The one text an installed device has. */
export const installedKey = (of: InstalledDevice): string =>
  of.of === 'surge' ? `surge:${of.boardId}` : deviceKey(of);

type Parsed = { ok: true; value: string | number } | { ok: false; problem: string };
const text = (typed: string): Parsed =>
  typed.length > 200 ? { ok: false, problem: 'At most 200 characters.' } : { ok: true, value: typed };
const amperes = (typed: string): Parsed =>
  /^\d+(\.\d+)?$/.test(typed) && Number(typed) > 0 && Number(typed) <= 1000
    ? { ok: true, value: Number(typed) }
    : { ok: false, problem: `“${typed}” is not a rating in ampere.` };

/**
 * What is read off a device itself, whatever device it is: one line a field. Schema, form, CSV, schedule, PDF and search
 * take it from here.
 */
export const deviceFieldTable = {
  makersMark: { label: 'Make and model', heading: 'Make, model', body: line.nullable(), parse: text },
  serialNumber: { label: 'Serial number', heading: 'Serial number', body: line.nullable(), parse: text },
  ratedAmps: {
    label: 'Rated current, A',
    heading: 'In A',
    body: z.number().positive().max(1000).nullable(),
    parse: amperes,
  },
} as const;
export type DeviceField = keyof typeof deviceFieldTable;
export const deviceFieldNames = Object.keys(deviceFieldTable) as readonly DeviceField[];

/** What a residual current device is: said once where ways share it. */
const residualFields = wayFields.pick({
  residualStandard: true,
  residualType: true,
  residualMilliamps: true,
  residualDelayed: true,
});
type ResidualFields = z.infer<typeof residualFields>;

type BodiesOf<T extends Record<string, { body: z.ZodType }>> = { [K in keyof T]: T[K]['body'] };
const bodies = Object.fromEntries(Object.entries(deviceFieldTable).map(([name, { body }]) => [name, body])) as BodiesOf<
  typeof deviceFieldTable
>;

export const deviceFields = z.object({ ...bodies, ...residualFields.shape });
export type DeviceFields = Partial<z.infer<typeof deviceFields>>;

/** A field as it is typed; nothing typed takes it back. */
export function parseDeviceField(
  field: DeviceField,
  typed: string,
): { ok: true; value: DeviceFields } | { ok: false; problem: string } {
  const trimmed = typed.trim();
  const parsed = trimmed === '' ? ({ ok: true, value: null } as const) : deviceFieldTable[field].parse(trimmed);
  return parsed.ok ? { ok: true, value: { [field]: parsed.value } } : parsed;
}

/** A device with what was read off it. */
export type DeviceRead = { readonly device: InstalledDevice; readonly fields: DeviceFields };

/** The same device where boards and ways have other ids; null where it was not brought along. */
export function movedDevice(of: InstalledDevice, idOf: (former: string) => string | null): InstalledDevice | null {
  if (of.of === 'supply') return of;
  if (of.of === 'board' || of.of === 'way') {
    const id = idOf(of.id);
    return id ? { ...of, id } : null;
  }
  const boardId = idOf(of.boardId);
  return boardId ? { ...of, boardId } : null;
}

/** What is said of a residual current device among other fields: nothing where nothing is. */
export function residualOf(fields: Partial<ResidualFields>): Partial<ResidualFields> {
  const names = Object.keys(residualFields.shape) as (keyof ResidualFields)[];
  return Object.fromEntries(names.filter((name) => name in fields).map((name) => [name, fields[name] ?? null]));
}

/** A device with what is known of it and the ways behind it. */
export type Fitted = {
  readonly device: InstalledDevice;
  readonly key: string;
  readonly boardId: string;
  readonly name: string;
  /** Standard, type, rating, breaking capacity and residual current, as far as they are recorded. */
  readonly kind: string;
  readonly ways: readonly Way[];
  readonly fields: DeviceFields;
};

type Installation = {
  readonly supply: Supply;
  readonly boards: ReadonlyMap<string, Board>;
  readonly ways: ReadonlyMap<string, Way>;
  readonly devices: ReadonlyMap<string, DeviceRead>;
};

const together = (...parts: (string | false | 0 | null | undefined)[]): string => parts.filter(Boolean).join(', ');

/** Every device of a board: its switch, its surge protection, the RCDs that ways share, and each way's own. */
export function listDevices({ supply, boards, ways, devices }: Installation, boardId: string): readonly Fitted[] {
  const board = boards.get(boardId);
  if (!board) return [];
  const all = [...ways.values()].filter((way) => way.boardId === boardId && !isSpare(way));
  const isFirst = [...boards.keys()][0] === boardId;
  const fitted = (of: InstalledDevice, name: string, kind: string, behind: readonly Way[]): Fitted => {
    const key = installedKey(of);
    return { device: of, key, boardId, name, kind, ways: behind, fields: devices.get(key)?.fields ?? {} };
  };
  const groups = [...new Set(all.flatMap(({ residualGroup }) => residualGroup ?? []))];
  return [
    fitted(
      isFirst ? { of: 'supply' } : { of: 'board', id: boardId },
      'Main switch',
      isFirst
        ? together(supply.mainSwitchStandard, supply.mainSwitchAmps && `${supply.mainSwitchAmps} A`)
        : (board.supplyDevice ?? ''),
      all,
    ),
    ...(board.surgeProtection
      ? [fitted({ of: 'surge', boardId }, 'Surge protection', board.surgeProtection, all)]
      : []),
    ...groups.map((group) => {
      const behind = all.filter(({ residualGroup }) => residualGroup === group);
      const first: Partial<Way> = behind[0] ?? {};
      return fitted(
        { of: 'residual', boardId, group },
        group,
        together(first.residualStandard, showResidual(first) && tellResidual(first)),
        behind,
      );
    }),
    ...all.map((way) =>
      fitted(
        { of: 'way', id: way.id },
        `Way ${way.number} ${way.description ?? ''}`.trim(),
        together(
          showDevice(way),
          way.breakingMark && `${way.breakingMark}${/^\d+(\.\d+)?$/.test(way.breakingMark) ? ' kA' : ''}`,
          !way.residualGroup && way.residualMilliamps && tellResidual(way),
          way.arcFault && 'AFDD',
        ),
        [way],
      ),
    ),
  ];
}

type Described =
  | { readonly kind: 'way.described'; readonly body: { readonly wayId: string; readonly fields: Partial<WayFields> } }
  | {
      readonly kind: 'device.described';
      readonly body: { readonly device: InstalledDevice; readonly fields: DeviceFields };
    };

/** The entries that describe a way. What is said of an RCD it shares is said of that RCD, once for all behind it. */
export function describeWay(
  { ways, devices }: Pick<Installation, 'ways' | 'devices'>,
  way: Way,
  fields: Partial<WayFields>,
): readonly Described[] {
  const group = 'residualGroup' in fields ? fields.residualGroup : way.residualGroup;
  const asWay: Described = { kind: 'way.described', body: { wayId: way.id, fields } };
  if (!group) return [asWay];
  const rcd: InstalledDevice = { of: 'residual', boardId: way.boardId, group };
  const others = [...ways.values()].filter((each) => each.boardId === way.boardId && each.residualGroup === group);
  const other = others.find((each) => each.id !== way.id && each.residualMilliamps);
  const known = !devices.has(installedKey(rcd)) && 'residualGroup' in fields && other ? residualOf(other) : {};
  const said = { ...known, ...(fields.residualMilliamps === null ? {} : residualOf(fields)) };
  return Object.keys(said).length === 0
    ? [asWay]
    : [asWay, { kind: 'device.described', body: { device: rcd, fields: said } }];
}
