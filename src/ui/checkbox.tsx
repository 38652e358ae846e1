'use client';

import { Check } from 'lucide-react';
import { Checkbox as Primitive, Label } from 'radix-ui';
import { useId, type ReactNode } from 'react';

type Props = {
  readonly label: ReactNode;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly disabled?: boolean;
};

/** Something that is so or is not. */
export function Checkbox({ label, checked, onChange, disabled }: Props) {
  const id = useId();
  return (
    <span className="flex min-h-8 items-center gap-2 text-sm max-md:min-h-11">
      <Primitive.Root
        id={id}
        checked={checked}
        disabled={disabled}
        onCheckedChange={(next) => onChange(next === true)}
        className="grid size-5 shrink-0 place-items-center rounded-sm border border-rule-strong bg-sheet disabled:opacity-60 data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:text-paper"
      >
        <Primitive.Indicator>
          <Check size={14} strokeWidth={3} aria-hidden />
        </Primitive.Indicator>
      </Primitive.Root>
      <Label.Root htmlFor={id}>{label}</Label.Root>
    </span>
  );
}
