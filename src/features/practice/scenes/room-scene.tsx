import type { SceneProps } from './scene';
import { Flaws } from './flaws';

/** A room as it looks from its door: what hangs in it, and the bath where there is one. */
export function RoomScene({ house, place, shows }: SceneProps) {
  const here = house.places.filter(({ room, kind }) => room === place.room && kind !== 'room');
  const isBath = /bath|shower|suite/.test(place.room);
  const isLocked = house.locked.includes(place.room);
  if (isLocked)
    return (
      <g>
        <rect x="170" y="30" width="140" height="210" />
        <circle cx="290" cy="140" r="6" />
        <path d="M286 152h8v12h-8z" />
        <text x="240" y="110" fontSize="13" textAnchor="middle" stroke="none" fill="var(--ink)">
          locked
        </text>
      </g>
    );
  const low = here.filter(({ kind }) => kind === 'socket' || kind === 'fixed');
  return (
    <g>
      <path d="M0 240l90-50h300l90 50M90 190V40M390 190V40M0 0l90 40h300l90-40" />
      {isBath && (
        <g>
          <path d="M150 190v-34h150v34z" />
          <path d="M300 160h16v-70h-24" strokeWidth="2.4" />
          <path d="M120 190V62h210v128" strokeDasharray="5 4" strokeWidth="1" />
        </g>
      )}
      {here
        .filter(({ kind }) => kind === 'light')
        .slice(0, 4)
        .map(({ id }, index) => (
          <g key={id}>
            <path d={`M${170 + index * 44} 40v14`} />
            <circle cx={170 + index * 44} cy="62" r="8" />
          </g>
        ))}
      {low.slice(0, 8).map(({ id, kind }, index) => (
        <rect key={id} x={104 + index * 34} y={isBath ? 96 : 158} width={kind === 'socket' ? 24 : 18} height="14" />
      ))}
      {here.some(({ kind }) => kind === 'switch') && <rect x="370" y="110" width="12" height="18" />}
      {here.some(({ kind }) => kind === 'board') && <rect x="330" y="70" width="44" height="30" />}
      <Flaws x={345} y={150} shows={shows} />
    </g>
  );
}
