import { type Page, expect, test } from '@playwright/test';
import { v7 } from 'uuid';
import { describeSupply, openJob, send, settled, signIn } from './ledger-page';

declare global {
  interface Window {
    drawn: string[][];
  }
}

/** Has every commit of React list the components it drew again outside drawings: what its own tools read, without them. */
function listDrawn() {
  type Fiber = {
    readonly tag: number;
    readonly flags: number;
    readonly type: unknown;
    readonly alternate: Fiber | null;
    readonly child: Fiber | null;
    readonly sibling: Fiber | null;
  };
  const [functionTag, classTag, forwardRefTag, simpleMemoTag] = [0, 1, 11, 15];
  const didWork = 1;
  const nameOf = (type: unknown): string =>
    typeof type === 'function' ? type.name : typeof type === 'object' && type && 'render' in type ? 'ref' : '?';
  const list = (now: Fiber, before: Fiber, found: string[]) => {
    if ([functionTag, classTag, forwardRefTag, simpleMemoTag].includes(now.tag) && (now.flags & didWork) !== 0)
      found.push(nameOf(now.type));
    // A drawing follows in its own time, by a library that draws every line and label as a component.
    if (now.type === 'figure' || now.child === before.child) return;
    // One that is new was never drawn before, and is not drawn again.
    for (let child = now.child; child; child = child.sibling) if (child.alternate) list(child, child.alternate, found);
  };
  window.drawn = [];
  Object.assign(window, {
    __REACT_DEVTOOLS_GLOBAL_HOOK__: {
      supportsFiber: true,
      renderers: new Map(),
      inject: () => 1,
      checkDCE: () => undefined,
      onCommitFiberUnmount: () => undefined,
      onPostCommitFiberRoot: () => undefined,
      onCommitFiberRoot: (_: number, root: { readonly current: Fiber }) => {
        const found: string[] = [];
        if (root.current.alternate) list(root.current, root.current.alternate, found);
        if (found.length > 0) window.drawn.push(found);
      },
    },
  });
}

/** A job of thirty circuits, nine points on the first, sent as a browser of the firm sends it. */
async function thirtyCircuits(page: Page): Promise<void> {
  const job = await openJob(page, 'DRAWN-1');
  const boardId = v7();
  const wayIds = Array.from({ length: 30 }, () => v7());
  const design = {
    arrangement: 'radial',
    load: 'sockets',
    points: 9,
    liveCsaMm2: 2.5,
    cpcCsaMm2: 1.5,
    referenceMethod: 'C',
    deviceStandard: 'BS EN 60898',
    deviceType: 'B',
    deviceAmps: 32,
    residualType: 'A',
    residualMilliamps: 30,
  };
  const [first = ''] = wayIds;
  await describeSupply(page, job);
  await send(
    page,
    job,
    { kind: 'board.added', version: 1, body: { boardId } },
    ...wayIds.flatMap((wayId, index) => [
      { kind: 'way.added', version: 1, body: { wayId, boardId, number: index + 1 } },
      {
        kind: 'way.described',
        version: 8,
        body: { wayId, fields: { ...design, description: `Sockets ${index + 1}` } },
      },
    ]),
  );
  await send(
    page,
    job,
    ...Array.from({ length: 9 }, (_, index) => ({
      kind: 'point.added',
      version: 2,
      body: {
        pointId: v7(),
        wayId: first,
        fields: {
          name: `Socket ${index + 1}`,
          room: 'Hall',
          kind: 'socket',
          order: index + 1,
          spur: false,
          switching: 'none',
          unplaced: false,
        },
      },
    })),
  );
  await page.goto(`${job}/tests?bench=loop&way=${first}`);
  await settled(page);
  await page.getByRole('textbox', { name: 'CPC proved another way:' }).fill('long lead');
  await page.keyboard.press('Tab');
}

/** Has the answer to what is sent next come after the news of it, as on a slow line. */
async function newsBeforeAnswer(page: Page): Promise<void> {
  await page.route(
    (url) => url.pathname.endsWith('/entries') && !url.searchParams.has('after'),
    async (route) => {
      const news = page.waitForResponse((response) => response.url().includes('/entries?after='));
      const answer = await route.fetch();
      await news;
      await route.fulfill({ response: answer });
    },
    { times: 1 },
  );
}

test('a reading on a job of thirty circuits draws its row and what it changes, and nothing else', async ({ page }) => {
  await page.addInitScript(listDrawn);
  await signIn(page);
  await thirtyCircuits(page);
  const zs = (n: number) => page.getByRole('textbox', { name: new RegExp(`^Zs, point ${n} `) });
  await zs(1).fill('0.55');
  await page.keyboard.press('Enter');
  await settled(page);
  await expect(zs(2)).toBeFocused();
  await page.keyboard.type('0.50');
  await newsBeforeAnswer(page);
  await page.evaluate(() => void (window.drawn = []));
  await page.keyboard.press('Enter');
  await expect(zs(2)).toHaveAccessibleName(/pass$/);
  await settled(page);
  const drawn = await page.evaluate(() => window.drawn);
  const counts = drawn.map((each) => each.length);
  expect(counts[0], `drawn with the reading: ${drawn[0]?.join(' ')}`).toBeLessThanOrEqual(12);
  expect(Math.max(...counts), JSON.stringify(drawn)).toBeLessThanOrEqual(12);
});
