import type { ComponentProps } from 'react';

const looks = {
  /** What needs you next: at most one on a screen. */
  next: 'px-3 bg-next text-on-next border-next hover:brightness-105',
  plain: 'px-3 bg-sheet text-ink border-rule-strong hover:bg-hover',
  quiet: 'px-1 border-transparent text-ink underline decoration-rule-strong underline-offset-4 hover:decoration-ink',
} as const;

export function Button({
  look = 'plain',
  className = '',
  ...rest
}: ComponentProps<'button'> & { look?: keyof typeof looks }) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-9 items-center justify-center gap-2 rounded-md border text-sm font-semibold disabled:opacity-50 ${looks[look]} ${className}`}
      {...rest}
    />
  );
}

export const linkLook = (look: keyof typeof looks): string =>
  `inline-flex min-h-9 items-center justify-center gap-2 rounded-md border text-sm font-semibold ${looks[look]}`;
