import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { show } from '../test/page';
import { asked, on, refused } from '../test/server';
import { SeasonEnd } from './SeasonEnd';

const one = (batchId: string, beds: string[]) => ({
  batchId,
  code: `26-${batchId}`,
  cultivar: 'Made-up Red',
  crop: 'tomato',
  text: '38 in Tunnel.',
  beds,
});

describe('the end of a season', () => {
  it('closes what is over, but for those that are left open', async () => {
    on('GET over', { text: '2 batches are over.', batches: [one('01', ['tunnel']), one('02', [])] });
    on('POST over', () => ({}));
    const closed = vi.fn();
    const { user } = show(<SeasonEnd onClose={closed} />);
    await user.click(await screen.findByRole('checkbox', { name: 'Close Made-up Red 26-02' }));
    await user.click(screen.getByRole('button', { name: 'Close 1 batch' }));
    await waitFor(() => expect(closed).toHaveBeenCalled());
    expect(asked('POST').at(-1)?.body).toEqual({ batches: ['01'] });
  });

  it('of a bed shows those that stand there, and says what is refused', async () => {
    on('GET over', { text: '2 batches are over.', batches: [one('01', ['tunnel']), one('02', [])] });
    on('POST over', refused('batches', 'One of them is closed already.'));
    const { user } = show(<SeasonEnd bed={{ id: 'tunnel', name: 'Tunnel' }} onClose={() => undefined} />);
    expect(await screen.findAllByRole('checkbox')).toHaveLength(1);
    await user.click(screen.getByRole('button', { name: 'Close 1 batch' }));
    expect(await screen.findByText('One of them is closed already.')).toBeTruthy();
  });
});
