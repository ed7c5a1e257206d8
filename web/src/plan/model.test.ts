import { describe, expect, it } from 'vitest';
import { beside } from './compare';
import { differences, formOf, fromSeed, read, type Form } from './model';
import type { PlanAnswer } from '../data/usePlan';

const form: Form = {
  cultivarId: 'c',
  season: '2026',
  plantsWanted: '60',
  germination: '85',
  germinationWeight: '',
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
  lotId: '',
  aim: 'bed',
  saleOn: '',
  endPlaceId: '',
  holdPlaceId: '',
  holdDays: '28',
  ...fromSeed,
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

  it('says nothing of another beginning where it is seed, and forgets the packet where it is not', () => {
    expect(read({ ...form, lotId: 'l' }).input).toMatchObject({ lotId: 'l', start: null });
    expect(
      read({ ...form, lotId: 'l', start: 'plants', startLeaves: '2,5', priceEach: '0.85', unionCm: '9' }).input,
    ).toMatchObject({
      lotId: null,
      start: { kind: 'plants', leaves: 2.5, priceEach: 0.85, unionCm: 9, rootstockId: null },
    });
    expect(read({ ...form, start: 'grafts', unionCm: 'high' }).errors['start.unionCm']).toBeTruthy();
  });

  it('leaves the judgement of ranges to the server', () =>
    expect(read({ ...form, plantsWanted: '0' }).input?.plantsWanted).toBe(0));

  it('fixes the planting day', () =>
    expect(read({ ...form, plantOutOn: '2026-05-16' }).input?.locks).toEqual({ plantOut: '2026-05-16' }));
});

describe('a batch that is changed', () => {
  const kept = { ...form, germination: '82.5', seedsAvailable: '200', plantOutOn: '2026-05-16' };
  const grafted: Form = { ...form, start: 'grafts', startLeaves: '3', rootstockId: 'r', scionId: 's', unionCm: '6' };

  it.each(['pot-indoors', 'pot-outdoors', 'sale'] as const)('keeps what it is raised for: %s', (aim) => {
    const typed = {
      ...kept,
      plantOutOn: '',
      aim,
      bedId: '',
      endPlaceId: aim === 'sale' ? '' : 'end',
      saleOn: aim === 'sale' ? '2026-05-23' : '',
    };
    const { input, errors } = read(typed);
    expect(errors).toEqual({});
    expect(input?.bedId).toBe(aim === 'sale' ? typed.hardeningPlaceId : 'end');
    expect(input && formOf(input)).toEqual(typed);
    expect(read({ ...typed, aim: 'sale', saleOn: '' }).errors).toHaveProperty(['aim.day']);
  });

  it('comes back on the form as it was typed', () => {
    const { input } = read(kept);
    expect(input && formOf(input)).toEqual(kept);
    const other = read(grafted).input;
    expect(other && formOf(other)).toEqual(grafted);
  });

  it('keeps days that were fixed elsewhere, and frees the planting day where it is left empty', () => {
    const locks = { harden: '2026-05-08', plantOut: '2026-05-16' };
    expect(read(form, locks).input?.locks).toEqual({ harden: '2026-05-08', plantOut: null });
    expect(read({ ...form, plantOutOn: '2026-05-20' }, locks).input?.locks).toEqual({
      harden: '2026-05-08',
      plantOut: '2026-05-20',
    });
  });
});

describe('what differs between two plans', () => {
  const plan = (mid: string, cells: number) =>
    ({
      steps: [{ step: { id: 's', kind: 'begin', number: 0, title: 'Sow' }, mid }],
      quantity: { cells, seeds: cells },
    }) as unknown as PlanAnswer;

  it('names days and amounts', () =>
    expect(differences(plan('2026-03-28', 60), plan('2026-03-30', 72))).toEqual([
      'Sow: Mon 30 Mar instead of Sat 28 Mar',
      'Cells: 72 instead of 60',
      'Seeds: 72 instead of 60',
    ]));

  it('says so where only spreads have changed', () =>
    expect(differences(plan('2026-03-28', 60), plan('2026-03-28', 60))).toEqual(['Spreads or warnings have changed.']));
});

describe('a change beside what is kept', () => {
  const step = (kind: string, mid: string, mixLitres = 0) => ({ step: { kind, title: kind }, mid, mixLitres });
  const kept = {
    steps: [step('begin', '2026-03-02', 2), step('plant-out', '2026-05-28')],
    expected: 60,
    cells: 72,
    seeds: 72,
    input: { start: null },
  } as never;
  const tried = {
    steps: [step('begin', '2026-03-06', 2), step('plant-out', '2026-05-28')],
    quantity: { expected: 90.2, cells: 110, seeds: 110 },
  } as never;

  it('says what moves, by how much, and leaves out what neither has', () => {
    const rows = beside(kept, tried, { kept: 0.05, tried: 0.05 }, null);
    expect(rows.map((r) => [r.label, r.changed])).toEqual([
      ['begin', '4 d later'],
      ['plant-out', ''],
      ['Plants, on average', '30 more'],
      ['Cells', '38 more'],
      ['Mix still to fill', ''],
      ['Seed costs', '1.90 more'],
    ]);
  });

  it('has no money where nobody typed a price', () =>
    expect(beside(kept, tried, { kept: null, tried: null }, null).some((r) => r.what === 'money')).toBe(false));
});
