import { describe, expect, it } from 'vitest';
import { duration, readDay, span } from './dates';
import { cup, number, temperature, volume } from './units';

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
    for (const oz of [1.5, 12, 128]) expect(cup.shown(cup.typed(oz, 'us'), 'us')).toBe(oz);
  });

  it('are small where it is little', () => {
    expect([0.045, 0.35, 1.25, 28].map((l) => volume.said(l, 'metric'))).toEqual(['45 mL', '350 mL', '1.3 L', '28 L']);
    expect([0.045, 0.35, 3.785411784].map((l) => volume.said(l, 'us'))).toEqual(['1.5 fl oz', '11.8 fl oz', '1 gal']);
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

describe('a day as growers type it', () => {
  it.each([
    ['18 4', '2026-04-18'],
    ['18.4.', '2026-04-18'],
    ['18/4/26', '2026-04-18'],
    ['4/18', '2026-04-18'],
    ['18 apr', '2026-04-18'],
    ['Apr 18', '2026-04-18'],
    ['Sat 18 April 2026', '2026-04-18'],
    ['18', '2026-04-18'],
    ['28 12', '2025-12-28'],
    ['2026-7-3', '2026-07-03'],
    ['yesterday', '2026-04-14'],
    ['-2', '2026-04-13'],
    ['+10', '2026-04-25'],
    ['29 2 2028', '2028-02-29'],
    ['31 4', null],
    ['29 2 2026', null],
    ['18 13 2', null],
    ['soon', null],
    ['', null],
    ['1 2 3 4', null],
  ])('reads “%s” as %s', (text, value) => expect(readDay(text, '2026-04-15')).toBe(value));
});
