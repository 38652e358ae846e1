import type { SceneProps } from './scene';
import { Flaws } from './flaws';

const modules = 12;

/** The front of a board, or what is behind it: main switch, ways by their devices, bars and tails. */
export function BoardScene({ house, visit, place, isOff, shows }: SceneProps) {
  const board = house.boards.find(({ id }) => `board:${id}` === place.id);
  const circuits = house.circuits.filter((circuit) => circuit.board === board?.id);
  const isFirst = board === house.boards[0];
  const wide = Math.min(34, 396 / Math.max(modules, circuits.length + 2));
  const groups = [...new Set(circuits.flatMap(({ residual }) => residual?.shared ?? []))];
  const at = (index: number) => 38 + wide * 2 + index * wide;
  const missing = shows.has('board');
  return (
    <g>
      <rect x="24" y="34" width="432" height="170" rx="4" />
      {isOff ? (
        <g strokeWidth="3">
          <path d="M44 58h390" strokeWidth="6" />
          <path d="M44 182h390" strokeWidth="6" strokeDasharray="14 6" />
          <text x="44" y="52" fontSize="9" stroke="none" fill="var(--faint)">
            neutral bar
          </text>
          <text x="44" y="200" fontSize="9" stroke="none" fill="var(--faint)">
            earth bar
          </text>
          {circuits.map(({ id, unconnected }, index) => (
            <g key={id} strokeWidth="1.6">
              <path d={`M${at(index) + wide / 2 - 5} 58v36`} strokeDasharray={unconnected ? '3 3' : undefined} />
              <path d={`M${at(index) + wide / 2} 94v-18`} strokeWidth="2.6" />
              <path d={`M${at(index) + wide / 2 + 5} 182v-28`} strokeDasharray={unconnected ? '3 3' : undefined} />
            </g>
          ))}
        </g>
      ) : (
        <text x="34" y="54" fontSize="11" stroke="none" fill="var(--ink)">
          {board?.name}
          {shows.has('papers') ? '    chart: . . . . . . . .' : ''}
        </text>
      )}
      <g>
        <rect x="38" y="92" width={wide * 2 - 6} height="64" fill="var(--sheet)" />
        <rect
          x={38 + wide - 9}
          y={visit.mainOn || !isFirst ? 104 : 126}
          width="12"
          height="18"
          fill="var(--ink)"
          stroke="none"
        />
        <text x={38 + wide - 3} y="172" fontSize="9" textAnchor="middle" stroke="none" fill="var(--ink)">
          {board?.mainSwitch && !shows.has('switching') ? `${board.mainSwitch.amps} A` : 'none'}
        </text>
      </g>
      {circuits.map((circuit, index) => {
        const off = visit.off.has(circuit.id);
        const isFuse = /3036|1361|88/.test(circuit.device.standard);
        return (
          <g key={circuit.id}>
            <rect x={at(index)} y="92" width={wide - 3} height="64" fill="var(--sheet)" />
            {isFuse ? (
              <rect
                x={at(index) + 4}
                y={off ? 122 : 102}
                width={wide - 11}
                height={off ? 0.5 : 40}
                rx="3"
                strokeDasharray={off ? '2 3' : undefined}
              />
            ) : (
              <rect
                x={at(index) + (wide - 3) / 2 - 5}
                y={off ? 126 : 106}
                width="10"
                height="16"
                fill="var(--ink)"
                stroke="none"
              />
            )}
            {circuit.residual && !circuit.residual.shared && (
              <rect x={at(index) + (wide - 3) / 2 - 4} y="96" width="8" height="6" />
            )}
            <text
              x={at(index) + (wide - 3) / 2}
              y="152"
              fontSize="8.5"
              textAnchor="middle"
              stroke="none"
              fill="var(--ink)"
            >
              {/^[BCD]/.test(circuit.device.type) && circuit.device.type.slice(0, 1)}
              {circuit.device.ratingAmps}
            </text>
            <text
              x={at(index) + (wide - 3) / 2}
              y="172"
              fontSize="9"
              textAnchor="middle"
              stroke="none"
              fill="var(--faint)"
            >
              {circuit.way}
            </text>
            {visit.locked.has(circuit.id) && (
              <path
                d={`M${at(index) + 6} 122h${wide - 15}v12h-${wide - 15}zM${at(index) + 10} 122v-5h${wide - 23}v5`}
              />
            )}
          </g>
        );
      })}
      {groups.map((group) => {
        const of = circuits.flatMap(({ residual }, index) => (residual?.shared === group ? [index] : []));
        const [from = 0, to = 0] = [of[0], of.at(-1)];
        const one = circuits[from]?.residual;
        return (
          <g key={group}>
            <path d={`M${at(from)} 86v-6H${at(to) + wide - 3}v6`} />
            <text
              x={(at(from) + at(to) + wide) / 2}
              y="76"
              fontSize="9"
              textAnchor="middle"
              stroke="none"
              fill="var(--ink)"
            >
              RCD {one?.milliamps} mA type {one?.type}
            </text>
          </g>
        );
      })}
      {Array.from({ length: Math.max(0, Math.min(board?.ways ?? 0, modules) - circuits.length) }, (_, blank) => (
        <rect
          key={blank}
          x={at(circuits.length + blank)}
          y="92"
          width={wide - 3}
          height="64"
          strokeDasharray={isOff ? '3 4' : undefined}
        />
      ))}
      {missing && <rect x={at(circuits.length)} y="92" width={wide - 3} height="64" fill="var(--ink)" />}
      {isFirst && shows.has('breaking') && (
        <text x="400" y="196" fontSize="10" stroke="none" fill="var(--ink)">
          {board?.carrierMark}
        </text>
      )}
      <Flaws x={420} y={180} shows={shows} />
    </g>
  );
}
