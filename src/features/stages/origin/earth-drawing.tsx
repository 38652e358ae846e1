import type { EarthPlace } from '../../../core/installation/means-of-earthing';

const line = { stroke: 'var(--ink)', fill: 'none', strokeWidth: 2 } as const;
const earth = { stroke: 'var(--ink)', fill: 'none', strokeWidth: 2, strokeDasharray: '4 2' } as const;

/** Where an earthing conductor goes, drawn: the terminal on the left, its end on the right. */
export function EarthDrawing({ place }: { place: EarthPlace }) {
  return (
    <svg viewBox="0 0 96 48" className="h-12 w-24 shrink-0" aria-hidden>
      <rect x={2} y={16} width={12} height={16} {...line} />
      <path d="M14 24 L60 24" {...earth} />
      {place === 'sheath' && (
        <>
          <path d="M72 4 L72 44 M84 4 L84 44" {...line} />
          <path d="M60 24 L72 24" {...earth} />
          <rect x={68} y={19} width={20} height={10} {...line} />
        </>
      )}
      {place === 'cut-out' && (
        <>
          <rect x={60} y={8} width={30} height={32} {...line} />
          <circle cx={66} cy={24} r={2.5} fill="var(--ink)" />
          <path d="M76 40 L76 47" {...line} />
        </>
      )}
      {place === 'rod' && (
        <>
          <path d="M60 24 L74 24 L74 44" {...line} />
          <path d="M56 30 L94 30" stroke="var(--rule-strong)" strokeWidth={2} />
          <path d="M60 34 L66 30 M68 34 L74 30 M76 34 L82 30" stroke="var(--rule-strong)" />
        </>
      )}
      {place === 'pipe' && (
        <>
          <path d="M56 34 L94 34 M56 44 L94 44" {...line} />
          <path d="M60 24 L74 24 L74 34" {...earth} />
          <rect x={69} y={31} width={10} height={16} {...line} />
        </>
      )}
    </svg>
  );
}
