const remembered = 'juvenal-label-format';

/** The paper that was printed on last. */
export const lastFormat = (): string => localStorage.getItem(remembered) ?? 'a4-24';

const shifted = 'juvenal-label-shift';

/** How far the printer needs all of it moved, mm, as typed: to the right and down. */
export interface Shift {
  right: string;
  down: string;
}

/** As it was printed last. */
export function lastShift(): Shift {
  const [right = '0', down = '0'] = (localStorage.getItem(shifted) ?? '').split(' ');
  return { right: right || '0', down };
}

interface Printing {
  batches: string[];
  format: string;
  on: string;
  skip?: number;
  shift?: Shift;
}

/** Labels of some batches as a PDF, handed to the browser to print. */
export async function printLabels(
  nursery: string,
  { batches, format, on, skip = 0, shift = lastShift() }: Printing,
): Promise<void> {
  localStorage.setItem(remembered, format);
  localStorage.setItem(shifted, `${shift.right} ${shift.down}`);
  const query = new URLSearchParams([
    ...batches.map((b) => ['batch', b]),
    ['format', format],
    ['on', on],
    ['skip', String(skip)],
    ['right', shift.right],
    ['down', shift.down],
  ]);
  const answer = await fetch(`/api/nurseries/${nursery}/labels.pdf?${query.toString()}`);
  if (!answer.ok) {
    const problem = (await answer.json()) as { title?: string; errors?: Record<string, string[]> };
    throw new Error(Object.values(problem.errors ?? {})[0]?.[0] ?? problem.title ?? 'The labels could not be made.');
  }
  const link = document.createElement('a');
  link.href = URL.createObjectURL(await answer.blob());
  link.download = 'labels.pdf';
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
