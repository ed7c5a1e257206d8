import { length, temperature, volume, type UnitSystem } from '../ui/units';

/** What is typed into a sum: how it is shown and sent. */
export interface SumField {
  name: string;
  label: string;
  kind: 'whole' | 'number' | 'percent' | 'celsius' | 'litres' | 'cm' | 'choice';
  unit?: string;
  initial: string;
  optional?: boolean;
  options?: { value: string; label: string }[];
  help?: string;
  /** Asked only then. */
  when?: (form: Record<string, string>) => boolean;
}

export interface Line {
  label: string;
  value: string;
  /** The answer itself, drawn large. */
  main?: boolean;
  danger?: boolean;
}

export interface Sum {
  name: string;
  short: string;
  fields: SumField[];
  show: (answer: Record<string, unknown>, units: UnitSystem) => Line[];
  /** Where the calculator takes lists: they are made of the flat fields. */
  body?: (flat: Record<string, unknown>) => Record<string, unknown>;
}

/** The unit behind a field, as the grower reads it. */
export function unitOf(field: SumField, units: UnitSystem): string | undefined {
  if (field.kind === 'celsius') return temperature.unit(units);
  if (field.kind === 'litres') return volume.unit(units);
  if (field.kind === 'cm') return length.unit(units);
  return field.kind === 'percent' ? '%' : field.unit;
}

/** What a field begins with, in the grower's units. */
export function initialOf(field: SumField, units: UnitSystem): string {
  if (field.kind === 'celsius') return String(temperature.shown(Number(field.initial), units));
  if (field.kind === 'litres') return String(volume.shown(Number(field.initial), units));
  if (field.kind === 'cm' && field.initial !== '') return String(length.shown(Number(field.initial), units));
  return field.initial;
}

/** The fields that matter for what is chosen. */
export const asked = (sum: Sum, form: Record<string, string>): SumField[] => sum.fields.filter((f) => f.when?.(form) ?? true);

/** The typed form as the calculator takes it, or what is wrong at which field. */
export function read(
  sum: Sum,
  form: Record<string, string>,
  units: UnitSystem,
  parse: (text: string) => number | null,
): { body: Record<string, unknown>; errors: Record<string, string> } {
  const body: Record<string, unknown> = {};
  const errors: Record<string, string> = {};
  for (const field of asked(sum, form)) {
    const text = form[field.name] ?? '';
    if (field.kind === 'choice') body[field.name] = text;
    else if (text.trim() === '' && field.optional) continue;
    else {
      const typed = parse(text);
      if (typed === null || (field.kind === 'whole' && !Number.isInteger(typed)))
        errors[field.name] = field.kind === 'whole' ? 'Type a whole number.' : 'Type a number.';
      else if (field.kind === 'celsius') body[field.name] = temperature.typed(typed, units);
      else if (field.kind === 'litres') body[field.name] = volume.typed(typed, units);
      else if (field.kind === 'cm') body[field.name] = length.typed(typed, units);
      else if (field.kind === 'percent') body[field.name] = typed / 100;
      else body[field.name] = typed;
    }
  }
  return { body: sum.body && Object.keys(errors).length === 0 ? sum.body(body) : body, errors };
}
