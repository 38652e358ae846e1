import type { Supply } from '../installation/supply';
import type { Way } from '../installation/way';

/** What could be live though it was switched off, on this installation in particular. */
export function isolationHazards(
  supply: Supply,
  ways: readonly Way[],
  device: { readonly doublePole: boolean } | null,
): string[] {
  const hazards: string[] = [];
  const shared = ways.filter((way) => way.load === 'lighting' && /landing|hall|stair/i.test(way.description ?? ''));
  const lighting = ways.filter((way) => way.load === 'lighting');
  if (lighting.length > 1 && shared.length > 0) {
    hazards.push(
      `Borrowed neutral: ${shared.map((way) => `way ${way.number}`).join(' and ')} may share one with another lighting circuit. Isolate both, and test every neutral again after disconnecting it.`,
    );
  }
  const rings = ways.filter((way) => way.arrangement === 'ring');
  if (rings.length > 1)
    hazards.push(
      'Two rings joined by mistake stay live from one another: prove dead at each point opened, lock off both.',
    );
  const other = (supply.otherSources ?? '').trim();
  if (other !== '' && !/^none\b/i.test(other))
    hazards.push(
      `Another source: ${other}. Solar strings stay live in daylight, storage runs on its own: each has its own isolation and its own proof.`,
    );
  if (device && !device.doublePole)
    hazards.push('A single-pole device leaves the neutral connected: prove neutral to earth at every point.');
  if (ways.some((way) => /dimmer/i.test(way.description ?? '')))
    hazards.push(
      'Dimmer: two conductors at one live potential read 0 V between them. Always test to earth and to neutral.',
    );
  return hazards;
}
