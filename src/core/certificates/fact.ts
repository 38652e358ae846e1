import * as z from 'zod';

/** A labelled fact as printed. */
export const factSchema = z.object({ label: z.string(), value: z.string() });
export type Fact = Readonly<z.infer<typeof factSchema>>;

/** A value as printed; a dash where nothing was said. */
export const printed = (value: string | number | null | undefined, unit = ''): string =>
  value === null || value === undefined || value === '' ? '—' : `${value}${unit}`;

export const fact = (label: string, value: string | number | null | undefined, unit = ''): Fact => ({
  label,
  value: printed(value, unit),
});
