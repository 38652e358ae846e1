import type { Way } from '../../core/installation/way';

type Props = { ways: readonly Way[]; chosen: string; choose: (wayId: string) => void; mark?: (way: Way) => string };

/** Which circuit the bench is about: one select, with the one before and the next beside it. */
export function ChooseWay({ ways, chosen, choose, mark }: Props) {
  const index = ways.findIndex((way) => way.id === chosen);
  const step = (by: number, label: string, face: string) => (
    <button type="button" aria-label={label} disabled={!ways[index + by]} onClick={() => choose(ways[index + by]?.id ?? chosen)} className="min-h-9 rounded-md border border-rule-strong bg-sheet px-3 hover:bg-hover disabled:opacity-40 max-md:min-h-11">
      {face}
    </button>
  );
  return (
    <span className="flex items-center gap-1 max-md:w-full">
      {step(-1, 'Circuit before', '←')}
      <select aria-label="Circuit" value={chosen} onChange={(event) => choose(event.target.value)} className="min-h-9 min-w-0 flex-1 rounded-md border border-rule-strong bg-sheet px-2 font-semibold max-md:min-h-11">
        {ways.map((way) => (
          <option key={way.id} value={way.id}>
            {way.number} {way.description ?? ''}
            {mark?.(way) ?? ''}
          </option>
        ))}
      </select>
      {step(1, 'Next circuit', '→')}
    </span>
  );
}
