import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Mulch } from '../data/useMulch';
import { show } from '../test/page';
import { asked, on, refused } from '../test/server';
import { MulchToday } from './MulchLine';

const due: Mulch = {
  placeId: 'bed',
  place: 'Long bed',
  work: 'pull-back',
  due: '2026-05-23',
  isDue: true,
  text: 'For 24 peppers, Sat 6 Jun. Sun on bare soil warms it.',
  done: null,
};

describe('the mulch of a bed', () => {
  it('is pulled back by one tap', async () => {
    on('POST beds/bed/mulch', () => ({}));
    const { user } = show(<MulchToday mulch={[due]} />);
    expect(screen.getByText('Long bed: pull the mulch back')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Pulled back: Long bed' }));
    await waitFor(() => expect(asked('POST')[0]?.body).toMatchObject({ work: 'pull-back' }));
  });

  it('says who did it, and what cannot be taken back', async () => {
    const done = {
      id: 'm1',
      placeId: 'bed',
      work: 'pull-back' as const,
      on: '2026-05-23',
      by: 'Ada',
      writtenAt: '2026-05-23T07:00:00Z',
    };
    on('DELETE beds/bed/mulch/m1', refused('place', 'It was of yesterday.'));
    const { user } = show(<MulchToday mulch={[{ ...due, work: 'put-back', isDue: false, done }]} />);
    expect(screen.getByText(/^Pulled back, .*, Ada$/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Undo: pulled back, Long bed' }));
    expect(await screen.findByText('It was of yesterday.')).toBeTruthy();
  });

  it('is not spoken of where nothing is to be done', () => {
    const { container } = show(<MulchToday mulch={[]} />);
    expect(container.querySelector('section')).toBeNull();
  });
});
