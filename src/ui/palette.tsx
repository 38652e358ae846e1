'use client';

import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useState } from 'react';

export type Findable = {
  readonly id: string;
  readonly says: string;
  /** What stands there, to the right. */
  readonly aside?: string | undefined;
  /** Other words it is looked for by. */
  readonly also?: string | undefined;
  readonly run: () => void;
};
export type FindableGroup = {
  readonly name: string;
  readonly items: readonly Findable[];
  /** Long lists wait until something is typed. */
  readonly whenAsked?: boolean;
};

type Props = {
  readonly groups: readonly FindableGroup[];
  readonly onClose: () => void;
  readonly hint: string;
};

/** Words in any order, each found somewhere: in the name it counts more, and where it begins a word. */
function score(_id: string, asked: string, names: readonly string[] = []): number {
  const [name = '', ...others] = names.map((each) => ` ${each.toLowerCase()}`);
  let sum = 0;
  for (const word of asked.toLowerCase().split(/\s+/).filter(Boolean)) {
    const found = [` ${word}`, word].findIndex((part) => name.includes(part));
    if (found >= 0) sum += 4 - found;
    else if (others.some((each) => each.includes(word))) sum += 1;
    else return 0;
  }
  return sum === 0 ? 1 : sum;
}

/** Type a few letters of anything here, and go to it. */
export function Palette({ groups, onClose, hint }: Props) {
  const [asked, setAsked] = useState('');
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-0 top-0 z-50 border-b border-rule-strong bg-sheet sm:left-1/2 sm:top-[12dvh] sm:w-[min(40rem,92vw)] sm:-translate-x-1/2 sm:border"
        >
          <Dialog.Title className="sr-only">Find</Dialog.Title>
          <Command label="Find" filter={score} loop>
            <Command.Input
              autoFocus
              value={asked}
              onValueChange={setAsked}
              maxLength={100}
              placeholder={hint}
              className="min-h-12 w-full border-b border-rule-strong bg-sheet px-4 text-base outline-none"
            />
            <Command.List className="max-h-[60dvh] overflow-y-auto pb-2">
              <Command.Empty className="px-4 py-3 text-sm text-faint">No results.</Command.Empty>
              {groups
                .filter((group) => group.items.length > 0 && (!group.whenAsked || asked.trim().length > 0))
                .map((group) => (
                  <Command.Group
                    key={group.name}
                    heading={group.name}
                    className="[&_[cmdk-group-heading]]:px-4 [&_[cmdk-group-heading]]:pb-0.5 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-faint"
                  >
                    {group.items.map((item) => (
                      <Command.Item
                        key={item.id}
                        value={item.id}
                        keywords={[item.says, item.also ?? '', item.aside ?? '', group.name]}
                        onSelect={() => {
                          onClose();
                          item.run();
                        }}
                        className="flex min-h-10 cursor-default items-center gap-3 border-t border-rule px-4 text-sm data-[selected=true]:bg-hover data-[selected=true]:font-semibold"
                      >
                        <span className="min-w-0 flex-1 truncate">{item.says}</span>
                        {item.aside && <span className="max-w-[45%] truncate text-faint">{item.aside}</span>}
                      </Command.Item>
                    ))}
                  </Command.Group>
                ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
