/**
 * The one text a value has: keys in code-unit order, no white space, absent and undefined alike left out.
 * Throws on what JSON cannot hold, because a silent change would break a seal.
 */
export function canonical(value: unknown): string {
  if (value === null || typeof value === 'boolean' || typeof value === 'string') return JSON.stringify(value);
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) throw new RangeError('A number that is not finite has no canonical form');
    return JSON.stringify(Object.is(value, -0) ? 0 : value);
  }
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (typeof value === 'object') {
    const record = value as Record<string, unknown>;
    const fields = Object.keys(record)
      .filter((key) => record[key] !== undefined)
      .sort()
      .map((key) => `${JSON.stringify(key)}:${canonical(record[key])}`);
    return `{${fields.join(',')}}`;
  }
  throw new TypeError(`${typeof value} has no canonical form`);
}
