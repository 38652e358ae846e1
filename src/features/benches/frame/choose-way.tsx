import type { Way } from '../../../core/installation/way';
import { Select } from '../../../ui/select';

type Props = { ways: readonly Way[]; chosen: string; choose: (wayId: string) => void; mark?: (way: Way) => string };

/** Which circuit the bench is about: one select, with the one before and the next beside it. */
export function ChooseWay({ ways, chosen, choose, mark }: Props) {
  const index = ways.findIndex((way) => way.id === chosen);
  const step = (by: number, label: string, face: string) => (
    <button
      type="button"
      aria-label={label}
      disabled={!ways[index + by]}
      onClick={() => choose(ways[index + by]?.id ?? chosen)}
      className="min-h-9 rounded-md border border-rule-strong bg-sheet px-3 hover:bg-hover disabled:opacity-40 max-md:min-h-12 max-md:min-w-12"
    >
      {face}
    </button>
  );
  return (
    <span className="flex items-center gap-1 max-md:fixed max-md:inset-x-0 max-md:bottom-[var(--dock,3.25rem)] max-md:z-20 max-md:border-t max-md:border-rule max-md:bg-sheet max-md:p-1 max-md:px-2">
      {step(-1, 'Circuit before', '←')}
      <Select
        label="Circuit"
        value={chosen}
        onChange={choose}
        className="min-w-0 flex-1 font-semibold"
        options={ways.map((way) => ({
          value: way.id,
          label: `${way.number} ${way.description ?? ''}${mark?.(way) ?? ''}`,
        }))}
      />
      {step(1, 'Next circuit', '→')}
    </span>
  );
}
