// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type At, type CellLook, Grid, type GridColumn } from './grid';

afterEach(cleanup);

const columns = ['a', 'b', 'c'].map((id): GridColumn => ({
  id,
  heading: id,
  spoken: id,
  width: '1fr',
  group: 'all',
  align: 'left',
}));
const look = (more: Partial<CellLook> = {}, at = ''): CellLook => ({
  shown: '',
  label: at,
  face: null,
  pattern: '',
  idle: false,
  ...more,
});

/** Two rows: the middle of the first is worked out, the first of the second takes nothing. */
const looks = [
  [look({}, 'a1'), look({ readOnly: true, shown: '0.42' }, 'b1'), look({}, 'c1')],
  [look({ idle: true }, 'a2'), look({}, 'b2'), look({}, 'c2')],
];

describe('a sheet', () => {
  const record = vi.fn<(at: At, text: string) => boolean>(() => true);
  const pasteBlock = vi.fn();
  const undo = vi.fn();
  beforeEach(() => {
    vi.clearAllMocks();
    render(
      <>
        <Grid
          label="sheet"
          columns={columns}
          rows={[
            { key: '1', head: '1' },
            { key: '2', head: '2' },
          ]}
          looks={looks}
          record={record}
          pasteBlock={pasteBlock}
          undo={undo}
          under={() => null}
          minWidth="0"
        />
        <button type="button">after</button>
      </>,
    );
  });
  const focused = () => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent;
  const begin = () => screen.getByRole('gridcell', { name: 'a1' }).focus();

  it('goes by Tab over what cannot be filled, typed in or not, and back by Shift-Tab', async () => {
    begin();
    await userEvent.keyboard('7{Tab}');
    expect(focused()).toBe('c1');
    await userEvent.keyboard('{Tab}8{Tab}');
    expect(record.mock.calls).toEqual([
      [{ row: 0, column: 0 }, '7'],
      [{ row: 1, column: 1 }, '8'],
    ]);
    expect(focused()).toBe('c2');
    await userEvent.keyboard('{Shift>}{Tab}{Tab}{/Shift}');
    expect(focused()).toBe('c1');
  });

  it('stays on its last cell by Tab, and is left by Escape, then Tab', async () => {
    begin();
    await userEvent.keyboard('{Tab}{Tab}{Tab}{Tab}{Tab}');
    expect(focused()).toBe('c2');
    await userEvent.keyboard('{Escape}{Tab}');
    expect(focused()).toBe('after');
  });

  it('takes nothing where nothing can be filled', async () => {
    screen.getByRole('gridcell', { name: 'b1' }).focus();
    await userEvent.keyboard('9{Enter}{Delete}');
    screen.getByRole('gridcell', { name: 'a2' }).focus();
    await userEvent.keyboard('9{Enter}');
    expect(record).not.toHaveBeenCalled();
  });

  it('gives up what was typed by Escape, and undoes by its own key', async () => {
    begin();
    await userEvent.keyboard('123{Escape}');
    expect(record).not.toHaveBeenCalled();
    await userEvent.keyboard('{Control>}z{/Control}');
    expect(undo).toHaveBeenCalledOnce();
  });

  it('takes a block where it stands, with what its quotes hold', async () => {
    begin();
    await userEvent.paste('0.41\t"two\nlines"\r\n1 "x"\t');
    expect(pasteBlock.mock.calls).toEqual([
      [
        { row: 0, column: 0 },
        [
          ['0.41', 'two lines'],
          ['1 "x"', ''],
        ],
      ],
    ]);
  });
});
