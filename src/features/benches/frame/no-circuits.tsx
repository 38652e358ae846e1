'use client';

import { Button } from '../../../ui/button';
import type { Go } from '../registry';

/** What stands where circuits would, and the way to them. */
export function NoCircuits({ go }: { go: Go }) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-y border-rule py-3">
      <p>No circuits yet. Set up board as it is on the wall, and every test lists its circuits.</p>
      <Button look="next" className="min-h-11" onClick={() => go('board')}>
        Set up board
      </Button>
    </div>
  );
}
