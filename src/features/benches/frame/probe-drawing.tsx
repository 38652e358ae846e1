const tall = 34;

/** Probes in the order they go on, and in which they come off. */
export function ProbeDrawing({ on, off }: { on: readonly string[]; off: readonly string[] }) {
  const rows = [
    ...on.map((text) => ({ text, goes: 'on' as const })),
    ...off.map((text) => ({ text, goes: 'off' as const })),
  ];
  return (
    <figure className="text-sm">
      <ol>
        {rows.map(({ text, goes }, index) => (
          <li key={`${goes} ${text}`} className="flex items-start gap-2">
            <svg viewBox={`0 0 40 ${tall}`} className="h-9 w-10 shrink-0" aria-hidden>
              <line x1={20} y1={0} x2={20} y2={tall} stroke="var(--rule-strong)" strokeWidth={2} />
              <rect
                x={14}
                y={6}
                width={12}
                height={16}
                fill={goes === 'on' ? 'var(--ink)' : 'var(--paper)'}
                stroke="var(--ink)"
              />
              <path d="M20 22 L20 31" stroke="var(--ink)" strokeWidth={3} />
              <text x={4} y={18} fontSize={12} fill="var(--faint)">
                {goes === 'on' ? index + 1 : '↑'}
              </text>
            </svg>
            <span className="pt-1.5">{text}</span>
          </li>
        ))}
      </ol>
      <figcaption className="text-xs text-faint">■ on, in this order; □ off</figcaption>
    </figure>
  );
}
