import { type Code, codeMeaning } from '../../core/job/outcome';
import { Tooltip } from '../../ui/tooltip';

const badge: Record<Code, string> = {
  C1: 'bg-ink text-paper border-ink',
  C2: 'hatch border-ink',
  C3: 'border-rule-strong',
  FI: 'dots border-ink border-dashed',
};

export function CodeBadge({ code }: { code: Code }) {
  return (
    <Tooltip says={codeMeaning[code].title}>
      <span tabIndex={0} className={`inline-block min-w-9 border px-1.5 text-center font-semibold ${badge[code]}`}>
        {code}
      </span>
    </Tooltip>
  );
}
