import { fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { show } from '../test/page';
import { asked, on, refused } from '../test/server';
import { TaskCard } from './TaskCard';
import type { Task } from '../data/useRound';

const task: Task = {
  batchId: 'b1',
  code: '26-01',
  cultivar: 'Made-up Red',
  crop: 'tomato',
  step: { id: 'm1', kind: 'move', number: 1, title: 'Prick out' },
  press: 'due',
  title: 'Prick out',
  due: '2026-04-18',
  low: '2026-04-17',
  high: '2026-04-19',
  count: 60,
  most: 66,
  seedlings: 66,
  containers: 60,
  seeds: 144,
  trays: null,
  mixLitres: 28,
  minutes: 60,
  leftover: 'snipped',
  from: { containerId: 'tray', placeId: 'lamps' },
  placeId: 'lamps',
  place: 'Lamps',
  container: '9 cm pot',
  carryTo: null,
  to: { containerId: 'pot', placeId: 'glass' },
  toPlace: 'Glass',
  conflict: null,
  putOffReason: null,
  cautions: ['Open mix gently.'],
  start: 'seed',
  thinning: false,
  hasTrays: true,
  checks: ['Water first.'],
  cold: null,
  group: 'g',
  state: null,
  spare: 0,
  lacking: 0,
  pinch: [],
};

const done = 'POST batches/b1/steps/m1/done';

describe('a piece of work', () => {
  beforeEach(() => on(done, { entries: ['e1'] }));

  const said = () => asked('POST').at(-1)?.body;

  it('is done in one tap as it was planned, the rest by the house rule', async () => {
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: 'Done' }));
    await waitFor(() =>
      expect(said()).toMatchObject({ count: 60, rest: 'snipped', pairs: 0, happenedOn: '2026-04-18', from: task.from }),
    );
    expect(await screen.findByText('Prick out: 60 Made-up Red')).toBeTruthy();
  });

  it('was done yesterday, by three taps', async () => {
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: 'More' }));
    await user.click(await screen.findByRole('button', { name: 'Yesterday' }));
    await user.click(await screen.findByRole('button', { name: 'Done yesterday' }));
    await waitFor(() => expect(said()).toMatchObject({ count: 60, happenedOn: '2026-04-17', to: null }));
    expect(await screen.findByText('Prick out: 60 Made-up Red, Fri 17 Apr')).toBeTruthy();
  });

  it('asks what is hard to believe, and sends that it is so', async () => {
    const sentence = '60 up on the day they were sown?';
    on(done, () => ({ status: 422, json: { title: sentence, errors: { count: [sentence] }, doubts: ['up-early'] } }));
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: 'Done' }));
    expect(await screen.findByText('60 up on the day they were sown?')).toBeTruthy();
    on(done, { entries: ['e1'] });
    await user.click(screen.getByRole('button', { name: 'It is so' }));
    await waitFor(() => expect(said()).toMatchObject({ count: 60, sure: ['up-early'] }));
    expect(await screen.findByText('Prick out: 60 Made-up Red')).toBeTruthy();
  });

  it('says how sure an earlier day is', async () => {
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: 'More' }));
    await user.click(await screen.findByRole('button', { name: 'Other day or place' }));
    expect(screen.queryByRole('button', { name: 'About, ± 10 days' })).toBeNull();
    fireEvent.change(await screen.findByLabelText('Day'), { target: { value: '2026-04-08' } });
    await user.click(screen.getByRole('button', { name: 'About, ± 10 days' }));
    await user.click(screen.getByRole('button', { name: 'Done 8 Apr' }));
    await waitFor(() => expect(said()).toMatchObject({ happenedOn: '2026-04-08', about: 10 }));
  });

  it('keeps what is half typed when one looks elsewhere, until it is logged', async () => {
    const first = show(<TaskCard task={task} today="2026-04-18" />);
    await first.user.click(screen.getByRole('button', { name: '60' }));
    await first.user.clear(screen.getByLabelText('How many, of 66'));
    await first.user.type(screen.getByLabelText('How many, of 66'), '41');
    first.unmount();
    const second = show(<TaskCard task={task} today="2026-04-18" />);
    expect(screen.getByLabelText<HTMLInputElement>('How many, of 66').value).toBe('41');
    // Another card has none of it.
    second.unmount();
    const other = show(<TaskCard task={{ ...task, batchId: 'b2' }} today="2026-04-18" />);
    expect(screen.getByRole('heading', { name: 'Prick out 60 plants' })).toBeTruthy();
    other.unmount();
    const third = show(<TaskCard task={task} today="2026-04-18" />);
    await third.user.click(screen.getByRole('button', { name: 'Done' }));
    await waitFor(() => expect(screen.queryByLabelText('How many, of 66')).toBeNull());
    expect(screen.getByRole('button', { name: '60' })).toBeTruthy();
  });

  it('goes to another place, and says so at the field where it cannot', async () => {
    const places = [
      { id: 'glass', name: 'Glass', kind: 'house' },
      { id: 'sill', name: 'Sill', kind: 'house' },
      { id: 'bed', name: 'Long bed', kind: 'open-bed' },
    ];
    on('GET catalogue', {
      places,
      containers: [
        { id: 'pot', name: '9 cm pot' },
        { id: 'big', name: '13 cm pot' },
      ],
      cultivars: [],
    });
    on(done, refused('to.placeId', 'No room there.'));
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: 'More' }));
    await user.click(await screen.findByRole('button', { name: 'Other day or place' }));
    await user.click(await screen.findByLabelText('To'));
    // Nobody pricks out into a bed.
    expect(screen.queryByRole('option', { name: 'Long bed' })).toBeNull();
    await user.click(screen.getByRole('option', { name: 'Sill' }));
    await user.click(screen.getByLabelText('Into'));
    await user.click(screen.getByRole('option', { name: '13 cm pot' }));
    await user.click(screen.getByRole('button', { name: 'Done' }));
    await waitFor(() => expect(said()).toMatchObject({ happenedOn: '2026-04-18', to: { containerId: 'big', placeId: 'sill' } }));
    expect(await screen.findByText('No room there.')).toBeTruthy();
  });

  it('is never a plain done where the nights say hold: two taps take it on oneself', async () => {
    const cold = { verdict: 'hold', freezes: true, text: 'Hold: −3.5 °C tonight. Tomatoes from indoors want 7 °C.' } as const;
    const hardening = {
      ...task,
      step: { id: 'hard', kind: 'harden', number: 0, title: 'Harden off' },
      hasTrays: false,
      seedlings: 60,
      most: 60,
      cold,
    } as const;
    on('POST batches/b1/steps/hard/done', { entries: ['e1'] });
    const { user } = show(<TaskCard task={hardening} today="2026-04-18" />);
    expect(screen.getByText(cold.text)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Done' })).toBeNull();
    await user.click(screen.getByRole('button', { name: 'My call' }));
    expect(asked('POST')).toHaveLength(0);
    await user.click(screen.getByRole('button', { name: 'Out anyway' }));
    await waitFor(() => expect(said()).toMatchObject({ count: 60, myCall: true }));
  });

  it('is a plain done where the nights say go', async () => {
    const cold = { verdict: 'go', freezes: false, text: 'Go: nights stay at 7 °C or above.' } as const;
    on('POST batches/b1/steps/hard/done', { entries: ['e1'] });
    const { user } = show(
      <TaskCard
        task={{
          ...task,
          step: { id: 'hard', kind: 'harden', number: 0, title: 'Harden off' },
          hasTrays: false,
          seedlings: 60,
          most: 60,
          cold,
        }}
        today="2026-04-18"
      />,
    );
    await user.click(screen.getByRole('button', { name: 'Done' }));
    await waitFor(() => expect(said()).toMatchObject({ myCall: false }));
  });

  it('leaves what is fewer than planned where it stands, unless it is said what became of it', async () => {
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: '60' }));
    await user.click(screen.getByRole('button', { name: 'One fewer' }));
    expect(screen.getByText('7 left:')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Done' }));
    await waitFor(() => expect(said()).toMatchObject({ count: 59, rest: 'stays', reason: null }));
  });

  it('asks why plants were lost, and keeps what was typed when it is refused', async () => {
    on(done, refused('reason', 'Say why: it is what you look up next year.'));
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: '60' }));
    await user.clear(screen.getByLabelText('How many, of 66'));
    await user.type(screen.getByLabelText('How many, of 66'), '50');
    await user.click(screen.getByRole('button', { name: 'lost' }));
    await user.click(screen.getByRole('button', { name: 'Done' }));
    expect(await screen.findByText('Say why: it is what you look up next year.')).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('How many, of 66').value).toBe('50');
    on(done, { entries: ['e1', 'e2'] });
    await user.click(screen.getByRole('button', { name: 'Snapped' }));
    await user.clear(screen.getByLabelText('Why'));
    await user.type(screen.getByLabelText('Why'), 'mouse');
    await user.click(screen.getByRole('button', { name: 'Done' }));
    await waitFor(() => expect(said()).toMatchObject({ count: 50, rest: 'lost', reason: 'mouse' }));
  });

  it.each(['', 'many', '2.5', '-1'])('sends nothing for “%s”', async (typed) => {
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: '60' }));
    await user.clear(screen.getByLabelText('How many, of 66'));
    if (typed) await user.type(screen.getByLabelText('How many, of 66'), typed);
    await user.click(screen.getByRole('button', { name: 'Done' }));
    expect(screen.getByText('Type a whole number.')).toBeTruthy();
    expect(asked('POST')).toEqual([]);
  });

  it('takes unequal pairs on as one, and no more than there can be', async () => {
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    const pairs = screen.getByLabelText('Pairs kept together (count the pairs)');
    await user.type(pairs, '31');
    await user.click(screen.getByRole('button', { name: 'Done' }));
    expect(screen.getByText(/a whole number, 30 at most/)).toBeTruthy();
    await user.clear(pairs);
    await user.type(pairs, '3');
    await user.click(screen.getByRole('button', { name: 'Done' }));
    await waitFor(() => expect(said()).toMatchObject({ count: 60, pairs: 3 }));
  });

  it('shows how it is done, why, and what to take care of, when it is asked', async () => {
    on('GET batches/b1/steps/m1/why', [{ text: '2 true leaves at 18 °C', rule: 'Prick out at', source: null }]);
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    expect(screen.queryByText('Water first.')).toBeNull();
    expect(asked('GET')).toEqual([]);
    await user.click(screen.getByRole('button', { name: 'More' }));
    expect(screen.getByText('Water first.')).toBeTruthy();
    await user.click(await screen.findByRole('button', { name: 'house rule: how “2 true leaves at 18 °C” is reckoned' }));
    expect(screen.getByText('House rule: Prick out at.')).toBeTruthy();
    expect(screen.getByText('Open mix gently.')).toBeTruthy();
  });
});

describe('around the work', () => {
  const entries = 'POST batches/b1/entries';
  const said = () => asked('POST').at(-1)?.body;

  it('is put off in two taps, and says so to the page', async () => {
    on(entries, { entries: ['e7'] });
    const told: string[][] = [];
    const { user } = show(<TaskCard task={task} today="2026-04-18" onDone={(e) => told.push(e)} />);
    await user.click(screen.getByRole('button', { name: 'Not yet' }));
    await user.click(await screen.findByRole('button', { name: 'In 3 days' }));
    await waitFor(() => expect(said()).toMatchObject({ kind: 'not-yet', step: 'm1', newDay: '2026-04-21', reason: '' }));
    await waitFor(() => expect(told).toEqual([['e7']]));
  });

  it('is put off to a day of one’s own, with a reason', async () => {
    on(entries, { entries: ['e7'] });
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: 'Not yet' }));
    await user.click(await screen.findByRole('button', { name: 'Another day, or why' }));
    fireEvent.change(await screen.findByLabelText('New day'), { target: { value: '2026-05-02' } });
    await user.type(screen.getByLabelText('Why'), 'no pots ');
    await user.click(await screen.findByRole('button', { name: 'Put off' }));
    await waitFor(() => expect(said()).toMatchObject({ newDay: '2026-05-02', reason: 'no pots' }));
  });

  it('has lost two, in four taps', async () => {
    on(entries, { entries: ['e8'] });
    const { user } = show(<TaskCard task={task} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: 'More' }));
    await user.click(await screen.findByRole('button', { name: 'One more lost' }));
    await user.click(screen.getByRole('button', { name: 'Damped off' }));
    await waitFor(() =>
      expect(said()).toMatchObject({ kind: 'lost', seedlings: 2, reason: 'Damped off', from: task.from, group: 'g' }),
    );
  });
});

describe('a count', () => {
  const counting: Task = {
    ...task,
    step: { id: 'up', kind: 'up', number: 0, title: 'Up' },
    title: 'Count what is up',
    count: 12,
    seedlings: 12,
    containers: 72,
    seeds: 72,
    most: 72,
    carryTo: 'Lamps',
  };

  it('begins empty: yesterday’s number is not today’s', async () => {
    on('POST batches/b1/steps/up/done', { entries: ['e1'] });
    const { user } = show(<TaskCard task={counting} today="2026-04-18" />);
    await user.click(screen.getByRole('button', { name: 'Log' }));
    expect(screen.getByText('Type how many are up so far.')).toBeTruthy();
    await user.type(screen.getByLabelText('Up so far, of 72 seeds'), '40');
    await user.click(screen.getByLabelText('Cover off, move to Lamps'));
    await user.click(screen.getByRole('button', { name: 'Log' }));
    await waitFor(() => expect(asked('POST').at(-1)?.body).toMatchObject({ count: 40, carryOn: false, rest: 'stays' }));
  });

  it('can be made cell by cell', () => {
    show(<TaskCard task={counting} today="2026-04-18" />);
    expect(screen.getByRole('link', { name: 'Cell by cell' }).getAttribute('href')).toMatch(/batches\/b1\/trays$/);
  });
});

describe('a thinning', () => {
  const thinning: Task = {
    ...task,
    step: { id: 'up', kind: 'up', number: 0, title: 'Up' },
    title: 'Thin',
    thinning: true,
    count: 11,
    checks: ['Snip 11 in 11 cells.', 'Keep the soundest.'],
  };

  it('is done as shown: nothing in it can be changed, and its cells can be seen', async () => {
    on('POST batches/b1/thin', { entries: ['e1'] });
    const { user } = show(<TaskCard task={thinning} today="2026-04-18" />);
    expect(screen.getByRole('heading', { name: 'Thin 11 seedlings' })).toBeTruthy();
    expect(screen.getByText('Snip 11 in 11 cells.')).toBeTruthy();
    expect(screen.queryByLabelText(/How many/)).toBeNull();
    expect(screen.queryByRole('button', { name: 'Not yet' })).toBeNull();
    expect(screen.getByRole('link', { name: 'Which cells' })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Done' }));
    await waitFor(() => expect(asked('POST').at(-1)).toMatchObject({ path: 'batches/b1/thin', body: { snips: 11 } }));
  });
});
