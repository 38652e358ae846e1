'use client';

import { Check, ChevronDown } from 'lucide-react';
import { Select as Primitive } from 'radix-ui';

type Option<V extends string> = { readonly value: V; readonly label: string; readonly disabled?: boolean };

type Props<V extends string> = {
  /** Spoken name, where no visible label names it by `id`. */
  readonly label?: string;
  readonly id?: string;
  readonly value: V | null;
  readonly options: readonly Option<V>[];
  readonly onChange: (value: V) => void;
  readonly placeholder?: string;
  readonly disabled?: boolean;
  readonly look?: 'boxed' | 'quiet' | 'wanted';
  readonly className?: string;
  /** Name of a form field that carries the value. */
  readonly name?: string;
};

const looks = {
  boxed: 'border-rule-strong bg-sheet',
  quiet: 'border-rule bg-transparent hover:border-rule-strong',
  wanted: 'border-dashed border-rule-strong bg-sheet',
} as const;

/** One of a list. */
export function Select<V extends string>(props: Props<V>) {
  const {
    label,
    id,
    value,
    options,
    onChange,
    placeholder = 'Choose…',
    disabled,
    look = 'boxed',
    className,
    name,
  } = props;
  return (
    <Primitive.Root value={value ?? ''} onValueChange={(next) => onChange(next as V)} disabled={disabled} name={name}>
      <Primitive.Trigger
        id={id}
        aria-label={label}
        className={`inline-flex min-h-9 items-center justify-between gap-2 rounded-md border px-2 text-left disabled:opacity-60 data-placeholder:text-faint max-md:min-h-11 ${looks[look]} ${className ?? ''}`}
      >
        <span className="min-w-0 truncate">
          <Primitive.Value placeholder={placeholder} />
        </span>
        <Primitive.Icon>
          <ChevronDown size={15} aria-hidden />
        </Primitive.Icon>
      </Primitive.Trigger>
      <Primitive.Portal>
        <Primitive.Content
          position="popper"
          sideOffset={2}
          className="z-50 max-h-[min(24rem,var(--radix-select-content-available-height))] min-w-[var(--radix-select-trigger-width)] overflow-hidden rounded-md border border-rule-strong bg-sheet"
        >
          <Primitive.Viewport className="p-1">
            {options.map((option) => (
              <Primitive.Item
                key={option.value}
                value={option.value}
                disabled={option.disabled}
                className="flex min-h-8 cursor-default items-center gap-2 rounded-sm px-2 outline-none data-disabled:opacity-50 data-highlighted:bg-hover max-md:min-h-11"
              >
                <span className="w-4">
                  <Primitive.ItemIndicator>
                    <Check size={15} aria-hidden />
                  </Primitive.ItemIndicator>
                </span>
                <Primitive.ItemText>{option.label}</Primitive.ItemText>
              </Primitive.Item>
            ))}
          </Primitive.Viewport>
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
