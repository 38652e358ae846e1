'use client';

import { ToggleGroup as Primitive } from 'radix-ui';
import type { ReactNode } from 'react';

type Choice<V extends string> = { readonly value: V; readonly face: ReactNode; readonly label?: string };

type Props<V extends string> = {
  readonly label: string;
  readonly value: V | null;
  readonly choices: readonly Choice<V>[];
  readonly onChange: (value: V) => void;
  readonly disabled?: boolean;
  readonly className?: string;
};

/** One of a few, side by side; the one chosen stays until another is. */
export function ToggleGroup<V extends string>({ label, value, choices, onChange, disabled, className }: Props<V>) {
  return (
    <Primitive.Root
      type="single"
      aria-label={label}
      value={value ?? ''}
      disabled={disabled}
      onValueChange={(next) => next && onChange(next as V)}
      className={`flex flex-wrap gap-1 ${className ?? ''}`}
    >
      {choices.map((choice) => (
        <Primitive.Item
          key={choice.value}
          value={choice.value}
          aria-label={choice.label}
          className="min-h-8 min-w-10 rounded-md border border-rule-strong px-2 hover:bg-hover disabled:opacity-60 data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:text-paper max-md:min-h-11"
        >
          {choice.face}
        </Primitive.Item>
      ))}
    </Primitive.Root>
  );
}
