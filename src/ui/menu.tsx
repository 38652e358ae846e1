'use client';

import { ChevronDown } from 'lucide-react';
import Link from 'next/link';
import { DropdownMenu } from 'radix-ui';

export type MenuItem =
  { readonly says: string; readonly href: string } | { readonly says: string; readonly run: () => void };

const row =
  'flex min-h-10 cursor-default items-center px-3 text-sm outline-none data-[highlighted]:bg-hover data-[highlighted]:underline underline-offset-4';

/** A few things to do, behind one word. */
export function Menu({ label, items }: { label: string; items: readonly MenuItem[] }) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="inline-flex min-h-9 items-center max-md:min-h-11 gap-1 rounded-md px-1 text-sm hover:bg-hover data-[state=open]:bg-hover">
        {label}
        <ChevronDown size={14} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={2}
          collisionPadding={8}
          className="z-50 max-h-[var(--radix-dropdown-menu-content-available-height)] min-w-44 overflow-y-auto border border-rule-strong bg-sheet py-1"
        >
          {items.map((item) =>
            'href' in item ? (
              <DropdownMenu.Item key={item.says} asChild className={row}>
                <Link href={item.href}>{item.says}</Link>
              </DropdownMenu.Item>
            ) : (
              <DropdownMenu.Item key={item.says} onSelect={item.run} className={row}>
                {item.says}
              </DropdownMenu.Item>
            ),
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
