import { cablesAt } from '../../../core/practice/cables';
import type { SceneProps } from './scene';
import { Flaws } from './flaws';

const boxCores = [
  ['L', 168],
  ['N', 240],
  ['E', 312],
] as const;

/** A socket, light, switch or outlet: its front, or the box behind it with what is connected there. */
export function AccessoryScene({ house, visit, place, isOff, isLit, shows }: SceneProps) {
  // Where each cable comes into the box.
  const cables = Math.max(1, cablesAt(house, place));
  const entries = Array.from({ length: cables }, (_, index) => 240 + (index - (cables - 1) / 2) * 44);
  const hasEarth = !shows.has('no protective conductor');
  const isOver = visit.over.has(place.id);
  if (place.kind === 'switch')
    return (
      <g>
        {isOff ? <SwitchBox house={house} place={place} hasEarth={hasEarth} /> : <SwitchFront isOver={isOver} />}
        <Flaws x={isOff ? 240 : 300} y={isOff ? 100 : 150} shows={shows} />
      </g>
    );
  return (
    <g>
      {isOff ? (
        <g>
          <rect x="120" y="30" width="240" height="180" rx="3" />
          {boxCores.map(([letter, x]) => (
            <g key={letter}>
              <rect x={x - 12} y="118" width="24" height="26" />
              <circle cx={x} cy="131" r="5" />
              <text x={x} y="160" fontSize="12" textAnchor="middle" stroke="none" fill="var(--ink)">
                {letter}
              </text>
              {entries.map((entry, index) => {
                const from = x + (index - (entries.length - 1) / 2) * 7;
                const to = entry + (x - 240) / 6;
                return (
                  (letter !== 'E' || hasEarth) && (
                    <path key={entry} d={`M${from} 118C${from} 84 ${to} 76 ${to} 30`} strokeWidth="2.4" />
                  )
                );
              })}
            </g>
          ))}
          {entries.map((entry) => (
            <path key={entry} d={`M${entry - 15} 30v-16h30v16`} />
          ))}
        </g>
      ) : place.kind === 'light' ? (
        <g>
          <path d="M60 30h360" />
          <path d="M216 30h48l-6 16h-36zM240 46v54" />
          <path d="M224 100h32l8 18h-48z" />
          <circle cx="240" cy="142" r="24" />
          {isLit &&
            [-60, -30, 0, 30, 60].map((turn) => (
              <path key={turn} d="M240 176v26" strokeWidth="2.4" transform={`rotate(${turn} 240 142)`} />
            ))}
        </g>
      ) : place.kind === 'socket' ? (
        <g>
          <rect x="120" y="60" width="240" height="120" rx="4" />
          {[180, 300].map((x) => (
            <g key={x}>
              <rect x={x - 5} y="84" width="10" height="20" fill="var(--ink)" stroke="none" />
              <rect x={x - 28} y="118" width="18" height="8" fill="var(--ink)" stroke="none" />
              <rect x={x + 10} y="118" width="18" height="8" fill="var(--ink)" stroke="none" />
            </g>
          ))}
          <rect x="230" y="88" width="20" height="26" />
        </g>
      ) : (
        <g>
          <rect x="150" y="50" width="180" height="140" rx="4" />
          <path d="M240 190v30" strokeWidth="4" />
          <rect x="214" y="96" width="52" height="30" />
          <circle cx="240" cy="158" r="8" />
        </g>
      )}
      <Flaws x={isOff ? 240 : 300} y={isOff ? 100 : 150} shows={shows} />
    </g>
  );
}

/** A rocker: which half is pressed in tells how it stands. */
function SwitchFront({ isOver }: { isOver: boolean }) {
  return (
    <g>
      <rect x="170" y="50" width="140" height="140" rx="4" />
      <rect x="218" y="88" width="44" height="64" rx="2" />
      <path d="M218 120h44" />
      <rect x="222" y={isOver ? 124 : 92} width="36" height="24" fill="var(--ink)" stroke="none" opacity="0.22" />
    </g>
  );
}

/** Behind a switch: its common, one way or two, and the earth of its box. */
function SwitchBox({ house, place, hasEarth }: Pick<SceneProps, 'house' | 'place'> & { hasEarth: boolean }) {
  const by = house.switchings
    .get(place.circuit ?? '')
    ?.find(({ switches }) => switches.includes(place.id.slice('point:'.length)));
  const terminals = ['COM', 'L1', ...(by && by.switches.length > 1 ? ['L2'] : [])];
  const at = (index: number) => 180 + index * 60;
  return (
    <g>
      <rect x="120" y="30" width="240" height="180" rx="3" />
      {terminals.map((name, index) => (
        <g key={name}>
          <rect x={at(index) - 12} y="108" width="24" height="26" />
          <circle cx={at(index)} cy="121" r="5" />
          <text x={at(index)} y="150" fontSize="12" textAnchor="middle" stroke="none" fill="var(--ink)">
            {name}
          </text>
          <path
            d={`M${at(index)} 108C${at(index)} 80 ${216 + index * 12} 66 ${216 + index * 12} 30`}
            strokeWidth="2.4"
          />
        </g>
      ))}
      <circle cx="330" cy="180" r="7" />
      <text x="330" y="202" fontSize="12" textAnchor="middle" stroke="none" fill="var(--ink)">
        E
      </text>
      {hasEarth && <path d="M332 173C352 120 292 80 256 30" strokeWidth="2.4" />}
      <path d="M204 30v-16h60v16" />
    </g>
  );
}
