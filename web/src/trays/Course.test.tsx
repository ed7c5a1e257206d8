import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { show } from '../test/page';
import { asked, on, refused } from '../test/server';
import { Course } from './Course';
import type { TrayMap } from './model';

const map = { batchId: 'b1', today: '2026-04-18', sownOn: '2026-04-08', emerged: 12, inTrays: true } as TrayMap;

const course: Schemas['CourseAnswer'] = {
  pace: 'late',
  text: 'Late: 12 up, 23 were due by Tue 14 Apr.',
  halfBy: '2026-04-14',
  lateAfter: '2026-04-17',
  share: 0.2,
  lower: 0.12,
  upper: 0.31,
  coming: 4,
  plants: 15,
  enough: 0,
  missing: 25,
  sowAgainBy: '2026-04-24',
  checks: [{ text: 'Warmth: nobody has read it.', rule: null, source: 'Common practice, no source' }],
  days: [
    { day: '2026-04-17', expected: 40, soilC: 24, read: false },
    { day: '2026-04-18', expected: 44.5, soilC: 19.5, read: true },
  ],
  counts: [{ day: '2026-04-18', total: 12 }],
  placeId: 'mat',
  place: 'Mat',
  readings: [{ id: 'r1', placeId: 'mat', day: '2026-04-18', soilC: 19.5 }],
};

describe('an emergence', () => {
  it('is judged, with what to check and until when to sow again', async () => {
    show(<Course map={map} course={course} />);
    expect(screen.getByRole('heading', { name: 'Late: 12 up, 23 were due by Tue 14 Apr.' })).toBeTruthy();
    expect(screen.getByText(/12 % to 31 % by this count/)).toBeTruthy();
    expect(screen.getByText(/25 short/)).toBeTruthy();
    expect(screen.getByText(/nobody has read it/)).toBeTruthy();
    expect((await screen.findByRole('link', { name: 'Sow 25 again' })).getAttribute('href')).toMatch(/plan\?like=b1&plants=25$/);
    expect(screen.getByText('Fri 24 Apr')).toBeTruthy();
    expect(screen.getByRole('img', { name: /Counted: 12 on Sat 18 Apr/ })).toBeTruthy();
  });

  it('says so where it is too late to be in time, and asks a helper for nothing', () => {
    show(<Course map={map} course={{ ...course, sowAgainBy: '2026-04-10' }} />, { role: 'helper' });
    expect(screen.getByText(/Too late to be in time since Fri 10 Apr/)).toBeTruthy();
    expect(screen.queryByRole('link', { name: /again/ })).toBeNull();
  });

  it('offers nothing where there are enough', () => {
    show(<Course map={map} course={{ ...course, pace: 'up', missing: 0, sowAgainBy: null, checks: [] }} />);
    expect(screen.getByText(/: enough\./)).toBeTruthy();
    expect(screen.queryByText(/In time until/)).toBeNull();
  });

  it('takes what was read at the seed, and gives it back', async () => {
    on('PUT readings', refused('soilC', 'From -30 to 60; 90 was given.'));
    on('DELETE readings/r1', () => ({}));
    const { user } = show(<Course map={map} course={course} />);
    await user.type(screen.getByLabelText('At the seed now'), '90');
    await user.click(screen.getByRole('button', { name: 'Log' }));
    expect(await screen.findByText('From -30 to 60; 90 was given.')).toBeTruthy();
    expect(asked('PUT').at(-1)?.body).toMatchObject({ placeId: 'mat', day: '2026-04-18', soilC: 90 });
    await user.click(screen.getByRole('button', { name: 'Take 19.5 °C back' }));
    await waitFor(() => expect(asked('DELETE')).toHaveLength(1));
  });

  it('has its numbers as a table', () => {
    show(<Course map={map} course={course} />);
    expect(screen.getAllByRole('row', { hidden: true }).map((r) => r.textContent)).toEqual([
      'DayExpected upCountedAt the seed, °C',
      'Fri 17 Apr4024 (set)',
      'Sat 18 Apr451219.5',
    ]);
  });
});
