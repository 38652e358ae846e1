'use client';

import { Dialog as Primitive } from 'radix-ui';
import type { ReactNode } from 'react';

type Props = {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  description?: string;
  children: ReactNode;
};

/** The first thing a sheet asks for, where that is a field to type in. */
function firstAsked(sheet: HTMLElement): HTMLElement | null {
  const first = sheet.querySelector<HTMLElement>('[data-sheet] :is(input, textarea, button, select, a[href])');
  return first?.matches('textarea, input:not([type=checkbox], [type=radio], [type=file])') ? first : null;
}

/** A sheet laid over the page for one thing at a time. */
export function Dialog({ open, onOpenChange, title, description, children }: Props) {
  return (
    <Primitive.Root open={open} onOpenChange={onOpenChange}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Primitive.Content
          className="fixed inset-x-0 bottom-0 z-50 max-h-[92dvh] overflow-y-auto border-t border-rule-strong bg-sheet p-5 sm:inset-x-auto sm:bottom-auto sm:left-1/2 sm:top-1/2 sm:w-[min(40rem,92vw)] sm:-translate-x-1/2 sm:-translate-y-1/2 sm:border"
          onOpenAutoFocus={(event) => {
            // What is asked for first is typed first; where it is no field, nothing is pressed by chance.
            const first = event.currentTarget instanceof HTMLElement && firstAsked(event.currentTarget);
            if (!first) return;
            event.preventDefault();
            first.focus();
          }}
          {...(description ? {} : { 'aria-describedby': undefined })}
        >
          <div className="flex items-start justify-between gap-4 border-b border-rule pb-2">
            <Primitive.Title className="text-lg">{title}</Primitive.Title>
            <Primitive.Close className="min-h-9 px-2 text-sm font-semibold underline underline-offset-4">
              Close
            </Primitive.Close>
          </div>
          {description && (
            <Primitive.Description className="pt-2 text-sm text-faint">{description}</Primitive.Description>
          )}
          <div data-sheet className="pt-2">
            {children}
          </div>
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}

/** What ends a long sheet: it stays in sight, whatever of the sheet is. */
export const DialogFoot = ({ children }: { children: ReactNode }) => (
  <div className="sticky -bottom-5 -mx-5 -mb-5 border-t border-rule bg-sheet px-5 py-3">{children}</div>
);
