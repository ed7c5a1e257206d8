import { describe, expect, it } from 'vitest';
import { read, type Form } from './model';

const form: Form = {
  cultivarId: 'c',
  season: '2026',
  plantsWanted: '60',
  germination: '85',
  survival: '95',
  confidence: '90',
  seedsPerCell: '1',
  seedsAvailable: '',
  trayId: 't',
  germinationPlaceId: 'g',
  seedlingPlaceId: 's',
  moves: [],
  hardeningPlaceId: 'h',
  bedId: 'b',
  plantOutOn: '',
};

describe('what is typed in the planner', () => {
  it('reads percent as shares and an empty packet as no limit', () =>
    expect(read(form).input).toMatchObject({
      plantsWanted: 60,
      germination: 0.85,
      confidence: 0.9,
      seedsAvailable: null,
      locks: {},
    }));

  it('forgives spaces and a decimal comma', () =>
    expect(read({ ...form, plantsWanted: '1 200', germination: '82,5' }).input).toMatchObject({
      plantsWanted: 1200,
      germination: 0.825,
    }));

  it.each([
    ['plantsWanted', 'many', 'sowing.plantsWanted'],
    ['plantsWanted', '', 'sowing.plantsWanted'],
    ['plantsWanted', '2.5', 'sowing.plantsWanted'],
    ['germination', 'high', 'sowing.germination'],
    ['seedsAvailable', 'some', 'sowing.seedsAvailable'],
    ['plantOutOn', '20260-05-01', 'locks'],
  ])('says at the field that %s cannot be “%s”', (field, text, at) => {
    const { input, errors } = read({ ...form, [field]: text });
    expect(input).toBeNull();
    expect(errors[at]).toBeTruthy();
  });

  it('leaves the judgement of ranges to the server', () =>
    expect(read({ ...form, plantsWanted: '0' }).input?.plantsWanted).toBe(0));

  it('fixes the planting day', () =>
    expect(read({ ...form, plantOutOn: '2026-05-16' }).input?.locks).toEqual({ 'plant-out': '2026-05-16' }));
});
