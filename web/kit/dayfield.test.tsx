// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { DayField } from './dayfield.tsx';

afterEach(cleanup);

const told: string[] = [];
function Field({ day = '', onUnread }: { day?: string; onUnread?: (text: string) => void }) {
  const [value, setValue] = useState(day);
  return (
    <DayField
      label="Until"
      value={value}
      onChange={(next) => {
        told.push(next);
        setValue(next);
      }}
      {...(onUnread && { onUnread })}
    />
  );
}
const field = () => screen.getByRole('textbox', { name: 'Until' }) as HTMLInputElement;
const type = (text: string, key = 'Enter') => {
  fireEvent.change(field(), { target: { value: text } });
  fireEvent.keyDown(field(), { key });
};

describe('a day field', () => {
  afterEach(() => told.splice(0));

  it('shows a day as people write it', () => {
    render(<Field day="2026-11-24" />);
    expect(field().value).toBe('24 Nov 2026');
  });

  it.each(['24.11.2026', '2026-11-24', '24 November 2026'])('takes %s with Enter', (text) => {
    render(<Field />);
    type(text);
    expect(told).toEqual(['2026-11-24']);
    expect(field().value).toBe('24 Nov 2026');
  });

  it('takes what stands there when it is left, and nothing where it was emptied', () => {
    render(<Field day="2026-11-24" />);
    fireEvent.change(field(), { target: { value: '' } });
    fireEvent.blur(field());
    expect(told).toEqual(['']);
  });

  it('leaves what is no day as it was typed, says so, and tells it as what it is', () => {
    const unread: string[] = [];
    render(<Field day="2026-11-24" onUnread={(text) => unread.push(text)} />);
    type('31.2.2026');
    expect(told).toEqual([]);
    expect(unread).toEqual(['31.2.2026']);
    expect(field().value).toBe('31.2.2026');
    expect(field().getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByRole('alert').textContent).toContain('This is no day.');
    type('x', 'Escape');
    expect(field().value).toBe('24 Nov 2026');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('tells nothing where the same day was typed in another way', () => {
    render(<Field day="2026-11-24" />);
    type('24.11.2026');
    expect(told).toEqual([]);
  });
});
