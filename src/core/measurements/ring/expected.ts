/**
 * What a sound, uniform ring reads with opposite ends linked, in ohm: at the share `x` of the way from leg A, between
 * the line (end to end `ra`) and another conductor (end to end `rb`). The two ways round are in parallel:
 * P1 = x·ra + (1−x)·rb, P2 = (1−x)·ra + x·rb, reading P1·P2/(ra+rb); level where both are alike, bowed where not.
 */
export function expectedOnRing(ra: number, rb: number, x: number): number {
  const one = x * ra + (1 - x) * rb;
  const other = (1 - x) * ra + x * rb;
  return ra + rb === 0 ? 0 : (one * other) / (ra + rb);
}
