export type InsulationPattern = { readonly cause: string; readonly first: string };

/**
 * What the three pair readings of one circuit say together, before anything is opened. Megohms; null where not read.
 * `limit` is the least that counts as well.
 */
export function insulationPattern(
  pairs: { readonly ln: number | null; readonly le: number | null; readonly ne: number | null },
  limit: number,
): InsulationPattern | null {
  const low = (value: number | null) => value !== null && value < limit;
  const { ln, le, ne } = pairs;
  if (!low(ln) && !low(le) && !low(ne)) return null;
  if (ne !== null && ne < 0.001)
    return {
      cause:
        'Neutral and earth are joined: a borrowed neutral whose other end is still on an earthed bar, or a plain fault.',
      first:
        "Take the other circuits' neutrals off the bar and read again; then continuity between the two neutrals with both off.",
    };
  if (low(ln) && low(le) && low(ne))
    return {
      cause:
        'All pairs are low: a load left in makes line and neutral look alike, so the earth fault cannot be separated yet; else damp, or cable damaged right through.',
      first: 'Clear line to neutral first: lamps, loads, neons, electronics out. Then read again.',
    };
  if (low(ln) && !low(le) && !low(ne))
    return {
      cause: 'Line to neutral alone is low: a load or neon was left connected.',
      first: 'Unplug and switch away, take lamps out, then read again.',
    };
  if (low(le) && low(ne))
    return {
      cause:
        'Both live conductors are low to earth: damp, or damage to the cable, with the load between them still possible.',
      first:
        'Clear line to neutral first if it has not been read; then halve the circuit, outdoor and wet places first.',
    };
  if (low(le))
    return {
      cause: 'Line alone is low to earth: that conductor is damaged or pinched.',
      first: 'Halve the circuit testing line to earth.',
    };
  return {
    cause:
      'Neutral alone is low to earth: that conductor is damaged. An RCD fitted ahead of it would trip as soon as it carries load.',
    first: 'Halve the circuit testing neutral to earth.',
  };
}
