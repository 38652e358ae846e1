import { capital } from '../../core/words/capital';
import type { House } from '../../core/practice/house';

const columns = 3;
const [width, height, gap] = [96, 58, 6];

/** The house as a plan of its rooms, with the number of each fault where it lay. */
export function HouseDrawing({ house }: { house: House }) {
  const { rooms } = house.type;
  const numbersIn = new Map<string, number[]>();
  house.hidden.forEach(({ places, circuits }, index) => {
    const place = house.places.find(({ id }) => id === places[0]);
    const point = house.circuits.find(({ id }) => id === circuits[0])?.points[0];
    const room = place?.room ?? house.places.find(({ id }) => id === `point:${point ?? ''}`)?.room ?? rooms[0] ?? '';
    numbersIn.set(room, [...(numbersIn.get(room) ?? []), index + 1]);
  });
  const board = house.boards[0]?.room;
  const rows = Math.ceil(rooms.length / columns);
  return (
    <svg
      role="img"
      aria-label={`Plan: ${[...numbersIn].map(([room, numbers]) => `${numbers.join(', ')} in ${room}`).join('; ') || 'nothing hidden'}`}
      viewBox={`0 0 ${columns * (width + gap)} ${rows * (height + gap)}`}
      className="w-full py-2"
    >
      {rooms.map((room, index) => {
        const [x, y] = [(index % columns) * (width + gap), Math.floor(index / columns) * (height + gap)];
        const numbers = numbersIn.get(room) ?? [];
        return (
          <g key={room}>
            <rect x={x + 1} y={y + 1} width={width} height={height} fill="var(--sheet)" stroke="var(--rule-strong)" />
            <text x={x + 6} y={y + 13} fontSize="8.5" fill="var(--faint)">
              {capital(room)}
              {room === board ? ', board' : ''}
            </text>
            {numbers.map((number, at) => (
              <g key={number}>
                <circle cx={x + 16 + at * 24} cy={y + 38} r="10" fill="var(--ink)" />
                <text
                  x={x + 16 + at * 24}
                  y={y + 42}
                  fontSize="11"
                  fontWeight="600"
                  textAnchor="middle"
                  fill="var(--paper)"
                >
                  {number}
                </text>
              </g>
            ))}
          </g>
        );
      })}
    </svg>
  );
}
