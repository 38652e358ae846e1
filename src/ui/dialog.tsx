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

/** A sheet laid over the page for one thing at a time. */
export function Dialog({ open, onOpenChange, title, description, children }: Props) {
  return (
    <Primitive.Root open={open} onOpenChange={onOpenChange}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Primitive.Content
          className="fixed inset-x-0 bottom-0 z-50 max-h-[92dvh] overflow-y-auto border-t border-rule-strong bg-sheet p-5 sm:inset-x-auto sm:bottom-auto sm:left-1/2 sm:top-1/2 sm:w-[min(40rem,92vw)] sm:-translate-x-1/2 sm:-translate-y-1/2 sm:border"
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
          <div className="pt-2">{children}</div>
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
