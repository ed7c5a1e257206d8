import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { OnLadder } from '../data/useLadder';
import { show } from '../test/page';
import { asked, on, refused } from '../test/server';
import { Ladder } from './Ladder';

const today = '2026-05-16';

const group = (code: string, more: Partial<OnLadder> = {}): OnLadder => ({
  batchId: `b-${code}`,
  code,
  cultivar: 'Made-up Red',
  crop: 'tomato',
  group: `g-${code}`,
  place: 'Glasshouse',
  stand: 'Stand',
  seedlings: 40,
  done: 3,
  needed: 10,
  asks: '5 h out, 2 h of it in sun; in again by 14:00, into Glasshouse.',
  day: null,
  stayIn: false,
  hours: 5,
  sunHours: 2,
  night: false,
  said: null,
  room: null,
  notSaid: [],
  ...more,
});

const post = 'POST round/aired';
const last = () => asked('POST').at(-1)?.body as Record<string, unknown>;

describe('the ladder', () => {
  it('is said for one by one tap, and for all that may go out by another', async () => {
    on(post, { entries: ['e1'] });
    const { user } = show(
      <Ladder
        ladder={[group('26-01'), group('26-02'), group('26-03', { stayIn: true, day: 'Keep them in: only 6 °C by day.' })]}
        today={today}
      />,
    );
    await user.click(screen.getByRole('button', { name: 'Done: Made-up Red 26-01' }));
    await waitFor(() =>
      expect(last()).toMatchObject({ days: [today], said: null, groups: [{ batch: 'b-26-01', group: 'g-26-01' }] }),
    );
    // What is better kept in is not among them, and never a plain "done".
    await user.click(screen.getByRole('button', { name: 'All 2 as asked' }));
    await waitFor(() => expect((last().groups as unknown[]).length).toBe(2));
    expect(screen.getByText('Keep them in: only 6 °C by day.')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Out all the same: Made-up Red 26-03' })).toBeTruthy();
  });

  it('asks for days that nobody said anything of', async () => {
    on(post, { entries: ['e1'] });
    const { user } = show(<Ladder ladder={[group('26-01', { notSaid: ['2026-05-13', '2026-05-15'] })]} today={today} />);
    expect(screen.getByText(/Wed 13 May and 1 more day/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Stayed in' }));
    await waitFor(() => expect(last()).toMatchObject({ days: ['2026-05-13', '2026-05-15'], said: { hoursOut: 0 } }));
  });

  it('takes a day as it was, and says at the field what cannot be', async () => {
    on(post, refused('said.hoursOut', 'From 0 to 24.'));
    const { user } = show(<Ladder ladder={[group('26-01')]} today={today} />);
    await user.click(screen.getByRole('button', { name: 'Otherwise: Made-up Red 26-01' }));
    const form = within(await screen.findByRole('form', { name: 'A day out: Made-up Red 26-01' }));
    await user.clear(form.getByLabelText(/Hours out/));
    await user.type(form.getByLabelText(/Hours out/), '25');
    await user.click(form.getByRole('button', { name: 'Limp' }));
    await user.click(form.getByRole('button', { name: 'Log' }));
    expect(await screen.findByText('From 0 to 24.')).toBeTruthy();
    expect(last()).toMatchObject({ said: { hoursOut: 25, hoursSun: 2, outcome: 'limp', nightOut: false } });
    // What was typed stays.
    expect(form.getByLabelText<HTMLInputElement>(/Hours out/).value).toBe('25');
  });

  it('says what was said, and asks for nothing more', () => {
    show(<Ladder ladder={[group('26-01', { said: '5 h out, 2 h in sun', done: 4 })]} today={today} />);
    expect(screen.getByText('5 h out, 2 h in sun')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Done/ })).toBeNull();
    expect(screen.getByRole('img', { name: '4 of 10 rungs' })).toBeTruthy();
  });
});
