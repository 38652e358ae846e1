'use client';

import { AlertDialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './button';

type Props = {
  readonly trigger: ReactNode;
  readonly title: string;
  readonly what: string;
  readonly act: string;
  readonly onConfirm: () => void;
};

/** Asks once before something that cannot be taken back. */
export function Confirm({ trigger, title, what, act, onConfirm }: Props) {
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger asChild>{trigger}</AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <AlertDialog.Content className="fixed inset-x-4 top-1/3 z-50 mx-auto max-w-md border border-rule-strong bg-sheet p-5">
          <AlertDialog.Title className="text-lg">{title}</AlertDialog.Title>
          <AlertDialog.Description className="py-3">{what}</AlertDialog.Description>
          <div className="flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button>Cancel</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button look="next" onClick={onConfirm}>
                {act}
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
