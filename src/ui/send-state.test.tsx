// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { SendState } from './send-state';

afterEach(cleanup);

it.each([
  { loaded: false, unsent: 0, sending: 'idle', says: 'Opening…', pressable: false },
  { loaded: true, unsent: 0, sending: 'idle', says: 'Saved', pressable: false },
  { loaded: true, unsent: 1, sending: 'sending', says: 'Saved here (1)', pressable: true },
  { loaded: true, unsent: 2, sending: 'server full', says: 'Server full, saved here (2)', pressable: true },
  { loaded: true, unsent: 3, sending: 'waiting', says: 'Offline, saved here (3)', pressable: true },
])('$unsent unsent while $sending says “$says”', ({ loaded, unsent, sending, says, pressable }) => {
  const nudge = vi.fn();
  render(<SendState loaded={loaded} unsent={unsent} sending={sending} nudge={nudge} />);
  const state = screen.getByRole('button', { name: says });
  state.click();
  expect(nudge).toHaveBeenCalledTimes(pressable ? 1 : 0);
});
