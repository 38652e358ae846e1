// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { readDay } from '../core/words/day';
import { DateField } from './date-field';

afterEach(cleanup);

function field(value: string | null = null) {
  const onChange = vi.fn();
  render(<DateField label="Due" value={value} read={readDay} onChange={onChange} />);
  return { input: screen.getByRole('textbox', { name: 'Due' }), onChange };
}

describe('a day typed', () => {
  it.each([
    ['25/11/26', '2026-11-25'],
    ['3.4.2027', '2027-04-03'],
    ['25 nov 2026', '2026-11-25'],
  ])('%s is %s, day before month', async (typed, day) => {
    const { input, onChange } = field();
    await userEvent.type(input, `${typed}{Enter}`);
    expect(onChange.mock.calls).toEqual([[day]]);
  });

  it.each(['11/25/26', '31/02/2026', 'soon'])('%s is refused, and stays as it was typed', async (typed) => {
    const { input, onChange } = field('2026-01-02');
    await userEvent.clear(input);
    await userEvent.type(input, `${typed}{Enter}`);
    expect(onChange).not.toHaveBeenCalled();
    expect(screen.getByRole('alert').textContent).toContain(typed);
    expect((input as HTMLInputElement).value).toBe(typed);
    expect(input.getAttribute('aria-invalid')).toBe('true');
  });

  it('emptied is no day; left as it stood it says nothing', async () => {
    const { input, onChange } = field('2026-11-25');
    await userEvent.click(input);
    await userEvent.tab();
    expect(onChange).not.toHaveBeenCalled();
    await userEvent.clear(input);
    await userEvent.tab();
    expect(onChange.mock.calls).toEqual([[null]]);
  });
});
