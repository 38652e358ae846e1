/** A mark in the margin: shape, never colour alone, says how something stands. */
export type MarkShape = 'tick' | 'query' | 'cross' | 'dash';

const glyph: Record<MarkShape, string> = { tick: '✓', query: '?', cross: '×', dash: '–' };
const look: Record<MarkShape, string> = {
  tick: '',
  query: 'rounded-full border border-ink',
  cross: 'bg-ink text-paper',
  dash: 'text-faint',
};

export function Mark({ shape, label }: { shape: MarkShape; label?: string }) {
  return (
    <span
      role={label ? 'img' : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
      className={`inline-grid size-[1.05rem] shrink-0 place-items-center text-xs font-semibold leading-none ${look[shape]}`}
    >
      {glyph[shape]}
    </span>
  );
}
