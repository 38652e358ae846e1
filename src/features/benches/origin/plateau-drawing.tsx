import { type Exact, toNumber, toFixed } from '../../../core/quantity/exact';
import type { Plateau } from '../../../core/measurements/origin/fall-of-potential';

/** Three readings along the line of spikes: level on the plateau, or still climbing. */
export function PlateauDrawing({
  near,
  middle,
  far,
  plateau,
}: {
  near: Exact;
  middle: Exact;
  far: Exact;
  plateau: Plateau;
}) {
  const ohms = [near, middle, far].map(toNumber);
  const most = Math.max(...ohms) * 1.2 || 1;
  const y = (each: number) => 84 - (70 * each) / most;
  const x = (index: number) => 70 + index * 70;
  const mean = y(toNumber(plateau.ohms));
  return (
    <svg
      viewBox="0 0 300 104"
      role="img"
      aria-label={`Near ${ohms[0]}, midway ${ohms[1]}, far ${ohms[2]} ohm: ${plateau.level ? 'level' : 'not level'}`}
      className="w-full max-w-md"
    >
      <line x1={20} y1={84} x2={290} y2={84} stroke="var(--rule-strong)" />
      <line x1={40} y1={mean} x2={290} y2={mean} stroke="var(--ink)" strokeDasharray="5 4" />
      <line x1={24} y1={70} x2={24} y2={98} stroke="var(--ink)" strokeWidth={3} />
      {ohms.map((each, index) => (
        <g key={index}>
          <line x1={x(index)} y1={84} x2={x(index)} y2={y(each)} stroke="var(--ink)" strokeWidth={2} />
          <circle
            cx={x(index)}
            cy={y(each)}
            r={4}
            fill={plateau.level ? 'var(--ink)' : 'var(--paper)'}
            stroke="var(--ink)"
          />
          <text x={x(index)} y={98} textAnchor="middle" fontSize={11} fill="var(--faint)">
            {toFixed([near, middle, far][index] ?? near, 1, 'half-up')} Ω
          </text>
        </g>
      ))}
      <line x1={284} y1={72} x2={284} y2={98} stroke="var(--rule-strong)" strokeWidth={2} />
    </svg>
  );
}
