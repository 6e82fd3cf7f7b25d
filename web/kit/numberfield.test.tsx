// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { NumberField, readNumber } from './numberfield.tsx';

afterEach(cleanup);

/** A field over a number, and every change of it. */
function open(first: number | null, more: Partial<Parameters<typeof NumberField>[0]> = {}) {
  const changes: (number | 'empty')[] = [];
  function Field() {
    const [value, setValue] = useState(first);
    return (
      <NumberField
        label="Width"
        value={value}
        onChange={(next) => {
          changes.push(next);
          setValue(next);
        }}
        onEmpty={() => {
          changes.push('empty');
          setValue(null);
        }}
        {...more}
      />
    );
  }
  render(<Field />);
  const field = screen.getByRole<HTMLInputElement>('spinbutton', { name: 'Width' });
  const type = (text: string) => fireEvent.change(field, { target: { value: text } });
  return {
    changes,
    field,
    type,
    press: (key: string, shiftKey = false) => fireEvent.keyDown(field, { key, shiftKey }),
  };
}

describe('a number that is typed', () => {
  it('is one change, however many keys it took, when it is confirmed', () => {
    const { changes, type, press } = open(640);
    for (const text of ['8', '80', '800']) type(text);
    expect(changes).toEqual([]);
    press('Enter');
    expect(changes).toEqual([800]);
  });

  it('is taken when the field is left', () => {
    const { changes, field, type } = open(0);
    for (const text of ['-', '-2', '-20']) type(text);
    fireEvent.blur(field);
    expect(changes).toEqual([-20]);
  });

  it.each([
    ['5000', 2000],
    ['-4', 1],
  ])('%s is kept within its bounds', (text, expected) => {
    const { changes, type, press } = open(100, { least: 1, most: 2000 });
    type(text);
    press('Enter');
    expect(changes).toEqual([expected]);
  });

  it('that is none leaves what stood there', () => {
    const { changes, field, type, press } = open(100);
    type('wide');
    press('Enter');
    expect([changes, field.value]).toEqual([[], '100']);
  });

  it('is given back by Escape', () => {
    const { changes, field, type, press } = open(100);
    type('7');
    press('Escape');
    fireEvent.blur(field);
    expect([changes, field.value]).toEqual([[], '100']);
  });

  it('may be taken away where it may be none', () => {
    const { changes, type, press } = open(100);
    type('');
    press('Enter');
    expect(changes).toEqual(['empty']);
  });
});

describe('a number that is stepped', () => {
  it('goes by one, by ten with Shift, and not beyond its bounds', () => {
    const { changes, press } = open(8, { most: 20 });
    press('ArrowUp');
    press('ArrowUp', true);
    press('ArrowUp', true);
    press('ArrowDown');
    expect(changes).toEqual([9, 19, 20, 19]);
  });

  it('goes on from what was typed', () => {
    const { changes, type, press } = open(8);
    type('30');
    press('ArrowUp');
    expect(changes).toEqual([31]);
  });

  it('adds up in fractions', () => {
    const { changes, press } = open(0.8, { step: 0.1 });
    press('ArrowUp');
    press('ArrowUp');
    expect(changes).toEqual([0.9, 1]);
  });
});

it.each([
  ['12', 12],
  [' 1,5 ', 1.5],
  ['−20', -20],
  ['.5', 0.5],
  ['', null],
  ['1e3', null],
  ['0x10', null],
  ['1.2.3', null],
])('“%s” is read as %s', (text, expected) => expect(readNumber(text)).toBe(expected));
