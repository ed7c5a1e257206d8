import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { RestedNumber } from './Field';

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

function Form({ told, other = false }: { told: (text: string) => void; other?: boolean }) {
  const [value, setValue] = useState('24');
  return (
    <>
      <RestedNumber
        label="Plants"
        value={value}
        onChange={(text) => {
          told(text);
          setValue(text);
        }}
      />
      {other && <button onClick={() => setValue('99')}>99</button>}
    </>
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>('Plants');
const type = (text: string) => fireEvent.change(field(), { target: { value: text } });

it('tells the form of the first key, and of the rest when typing rests', () => {
  const told = vi.fn();
  render(<Form told={told} />);
  for (const text of ['3', '36', '360']) type(text);
  expect([field().value, told.mock.calls]).toEqual(['360', [['3']]]);
  vi.runAllTimers();
  expect(told.mock.calls).toEqual([['3'], ['360']]);
  expect(field().value).toBe('360');
});

it.each([
  ['when it is left', () => fireEvent.blur(field())],
  ['when it is sent off', () => fireEvent.keyDown(field(), { key: 'Enter' })],
] as const)('tells it at once %s', (_, act) => {
  const told = vi.fn();
  render(<Form told={told} />);
  type('7');
  type('72');
  act();
  expect(told.mock.calls).toEqual([['7'], ['72']]);
  vi.runAllTimers();
  expect(told).toHaveBeenCalledTimes(2);
});

it('loses nothing with the field, and takes what comes from elsewhere', () => {
  const told = vi.fn();
  const page = render(<Form told={told} other />);
  fireEvent.click(screen.getByText('99'));
  expect(field().value).toBe('99');
  type('5');
  type('51');
  page.unmount();
  expect(told.mock.calls).toEqual([['5'], ['51']]);
});
