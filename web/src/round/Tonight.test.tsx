import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { show } from '../test/page';
import { asked, on } from '../test/server';
import { Tonight } from './Tonight';

type Place = Schemas['NightPlaceAnswer'];

const today = '2026-05-16';
const place = (placeId: string, more: Partial<Place> = {}): Place => ({
  placeId,
  place: placeId,
  lowC: 3,
  limitC: 7,
  call: 'act',
  text: '40 Made-up Red 26-01: carry in.',
  pots: true,
  done: 'open',
  by: null,
  more: [],
  shelter: { placeId: 'glass', place: 'Glasshouse' },
  ...more,
});
const tonight = (places: Place[]): Schemas['TonightAnswer'] => ({
  title: 'Tonight 3 °C',
  note: null,
  places,
  back: null,
});

describe('a cold night', () => {
  it('is answered for all places by one tap: pots carried in, beds covered', async () => {
    on('POST places/stand/night', { entries: [] });
    on('POST places/bed/night', { entries: [] });
    const { user } = show(
      <Tonight
        tonight={tonight([place('stand'), place('bed', { pots: false, shelter: null }), place('yard', { done: 'covered' })])}
        today={today}
      />,
    );
    await user.click(screen.getByRole('button', { name: 'All pots carried in, the rest covered' }));
    await waitFor(() => expect(asked('POST')).toHaveLength(2));
    expect(asked('POST').map((a) => a.body)).toMatchObject([
      { did: 'brought-in', to: 'glass', evening: today },
      { did: 'covered', to: null },
    ]);
  });

  it('has no such tap where one place is left', () => {
    show(<Tonight tonight={tonight([place('stand'), place('yard', { done: 'covered' })])} today={today} />);
    expect(screen.queryByRole('button', { name: /^All/ })).toBeNull();
    expect(screen.getByRole('button', { name: 'Carried into Glasshouse' })).toBeTruthy();
  });

  it('names all of them when that is asked', async () => {
    const { user } = show(
      <Tonight tonight={tonight([place('stand', { more: ['30 Made-up Blue 26-09', '6 Made-up Red 26-01a'] })])} today={today} />,
    );
    const rest = screen.getByText('30 Made-up Blue 26-09, 6 Made-up Red 26-01a');
    expect(getComputedStyle(rest).display).toBe('none');
    await user.click(screen.getByRole('button', { name: 'All of them' }));
    expect(getComputedStyle(rest).display).toBe('block');
  });
});
