import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { show } from '../test/page';
import { asked, on } from '../test/server';
import { CultivarFile } from './CultivarFile';

const file = (text: string) => new File([text], 'cultivars.csv', { type: 'text/csv' });
const input = () => document.querySelector('input[type=file]') as HTMLInputElement;
const post = 'POST cultivars.csv';

describe('cultivars from a file', () => {
  it('are shown before they are kept', async () => {
    on(post, { new: ['A', 'B', 'C', 'D', 'E', 'F', 'G'], changed: ['H'], same: ['I', 'J'] });
    const { user } = show(<CultivarFile />);
    await user.upload(input(), file('name,daysToRipe\nA,70'));
    expect(await screen.findByText('7 new:')).toBeTruthy();
    expect(screen.getByText('A, B, C, D, E, F and 1 more')).toBeTruthy();
    expect(screen.getByText('2 are there as they are.')).toBeTruthy();
    expect(asked('POST').at(-1)?.body).toEqual({ text: 'name,daysToRipe\nA,70', keep: false });
    await user.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(asked('POST').at(-1)?.body).toMatchObject({ keep: true }));
    await waitFor(() => expect(screen.queryByText('7 new:')).toBeNull());
  });

  it('are refused by their lines, and nothing is offered to keep', async () => {
    on(post, () => ({
      status: 422,
      json: { title: 'x', errors: { file: ['Line 3: habit “leaning” is none of dwarf, bush.', 'Line 4: “a” stands twice.'] } },
    }));
    const { user } = show(<CultivarFile />);
    await user.upload(input(), file('name\n'));
    expect(await screen.findByText('Line 3: habit “leaning” is none of dwarf, bush.')).toBeTruthy();
    expect(screen.getByText('Line 4: “a” stands twice.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Keep' })).toBeNull();
  });

  it('cannot be kept where nothing is different', async () => {
    on(post, { new: [], changed: [], same: ['A'] });
    const { user } = show(<CultivarFile />);
    await user.upload(input(), file('name,daysToRipe\nA,70'));
    expect((await screen.findByRole<HTMLButtonElement>('button', { name: 'Keep' })).disabled).toBe(true);
    await user.click(screen.getByRole('button', { name: 'Back' }));
    expect(screen.queryByRole('button', { name: 'Keep' })).toBeNull();
  });
});
