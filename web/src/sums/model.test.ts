import { describe, expect, it } from 'vitest';
import { number } from '../ui/units';
import { initialOf, read, unitOf, type Sum } from './model';
import { sums } from './sums';

const sum = (name: string): Sum => {
  const found = sums.find((s) => s.name === name);
  if (!found) throw new Error(name);
  return found;
};
const begun = (s: Sum, units: 'metric' | 'us') => Object.fromEntries(s.fields.map((f) => [f.name, initialOf(f, units)]));

describe('the sums of the bench', () => {
  it('every sum begins with numbers that can be sent', () => {
    for (const s of sums) {
      for (const units of ['metric', 'us'] as const) expect(read(s, begun(s, units), units, number).errors).toEqual({});
    }
  });

  it('the grower types percent, degrees and gallons; the calculator gets shares, °C and litres', () => {
    const { body } = read(sum('pot-days'), { crop: 'pepper', volumeL: '1', meanTemperatureC: '68' }, 'us', number);
    expect(body).toEqual({ crop: 'pepper', volumeL: 3.785411784, meanTemperatureC: 20 });
    expect(read(sum('emergence-test'), { sown: '20', emerged: '17', confidence: '90' }, 'metric', number).body).toEqual({
      sown: 20,
      emerged: 17,
      confidence: 0.9,
    });
  });

  it('what is left empty stays out, what is no number is said at its field', () => {
    const { body, errors } = read(sum('light'), { ppfd: '200', hours: '', targetDli: 'much' }, 'metric', number);
    expect(body).toEqual({ ppfd: 200 });
    expect(errors).toEqual({ targetDli: 'Type a number.' });
    expect(
      read(sum('sowing-quantity'), { ...begun(sum('sowing-quantity'), 'metric'), plantsWanted: '6.5' }, 'metric', number).errors,
    ).toEqual({
      plantsWanted: 'Type a whole number.',
    });
  });

  it('what does not matter for the choice is neither asked nor sent', () => {
    const depth = sum('depth');
    const { body } = read(depth, begun(depth, 'metric'), 'metric', number);
    expect(body).toMatchObject({ crop: 'tomato', grafted: false, tomatoDepth: 'lowest-kept-leaves' });
    expect(Object.keys(body)).not.toContain('unionAboveBallCm');
    expect(read(depth, { ...begun(depth, 'metric'), grafted: 'yes' }, 'metric', number).body).toMatchObject({
      grafted: true,
      unionAboveBallCm: 6,
    });
  });

  it('lists of the calculator are made of flat fields', () => {
    const mix = sum('mix');
    expect(read(mix, begun(mix, 'metric'), 'metric', number).body).toEqual({
      containers: [{ count: 128, volumeL: 0.4 }],
      settlingPercent: 15,
      parts: { seedMix: 1, pottingMix: 1 },
      bagL: { seedMix: 40, pottingMix: 40 },
    });
    const cost = sum('cost-per-plant');
    expect(read(cost, begun(cost, 'metric'), 'metric', number).body.items).toContainEqual({ name: 'Mix', cost: 18 });
    expect(cost.show({ perPlant: 3.5, total: 350, savingPerPlant: -0.5 }, 'metric').some((l) => l.danger)).toBe(true);
  });

  it('an answer is said with its units; bleach in millilitres where it is little', () => {
    expect(
      sum('bleach')
        .show({ partsWater: 9, bleachL: 0.1, waterL: 0.9 }, 'metric')
        .map((l) => l.value),
    ).toEqual(['9', '100 mL', '900 mL']);
    expect(sum('bleach').show({ partsWater: 9, bleachL: 1, waterL: 9 }, 'us')[1]?.value).toBe('0.264 gal');
    expect(
      sum('light')
        .show({ hours: 20, dli: 14.4, tooLong: true }, 'metric')
        .some((l) => l.danger),
    ).toBe(true);
    expect(unitOf({ name: 'x', label: 'x', kind: 'celsius', initial: '0' }, 'us')).toBe('°F');
  });
});
