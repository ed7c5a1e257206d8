import { describe, expect, it } from 'vitest';
import { duration, span } from './dates';
import { number, temperature, volume } from './units';

describe('numbers as growers type them', () => {
  it.each([
    ['12', 12],
    [' 1 200 ', 1200],
    ['82,5', 82.5],
    ['-4', -4],
    ['.5', 0.5],
    ['', null],
    ['1,2,3', null],
    ['0x10', null],
    ['1e3', null],
    ['−', null],
  ])('reads “%s” as %s', (text, value) => expect(number(text)).toBe(value));
});

describe('units on screen', () => {
  it('come back as they were typed', () => {
    for (const f of [32, 50, 60, 65, 77]) expect(temperature.shown(temperature.typed(f, 'us'), 'us')).toBe(f);
    expect(temperature.shown(18.5, 'metric')).toBe(18.5);
    expect(volume.shown(3.785411784, 'us')).toBe(1);
    expect(volume.shown(0.045, 'metric')).toBe(0.045);
  });
});

describe('days and hours in words', () => {
  it('shortens a span within a month', () => {
    expect(span('2026-04-14', '2026-04-19')).toBe('14–19 Apr');
    expect(span('2026-04-28', '2026-05-03')).toBe('28 Apr – 3 May');
    expect(span('2026-04-14', '2026-04-14')).toBe('14 Apr');
  });
  it('says hours and minutes', () =>
    expect([duration(45), duration(120), duration(502)]).toEqual(['45 min', '2 h', '8 h 22 min']));
});
