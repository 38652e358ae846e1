// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Late } from './late';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** Idle moments as the test gives them. */
function idleByHand(): () => void {
  const waiting: (() => void)[] = [];
  vi.stubGlobal('requestIdleCallback', (work: () => void) => waiting.push(work));
  return () => waiting.splice(0).forEach((work) => work());
}

describe('what is drawn late', () => {
  it('waits until the page has nothing more urgent to do', async () => {
    const idle = idleByHand();
    render(<Late>drawing</Late>);
    expect(screen.queryByText('drawing')).toBeNull();
    idle();
    expect(await screen.findByText('drawing')).toBeTruthy();
  });

  it('leaves its room empty where it cannot be fetched, and the page as it is', async () => {
    const idle = idleByHand();
    const said = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    const Lost = (): never => {
      throw new Error('The script is not there');
    };
    render(
      <p>
        page <Late>{<Lost />}</Late>
      </p>,
    );
    idle();
    await vi.waitFor(() => expect(said).toHaveBeenCalled());
    expect(screen.getByText('page').textContent).toBe('page ');
    said.mockRestore();
  });
});
