// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import * as v from 'valibot';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { inHand, useInHand } from './inhand.ts';
import { keepFor } from './drafts.ts';

const SheetSchema = v.object({ words: v.string() });

function Desk() {
  const [sheet, write] = useInHand('sheet', SheetSchema, { words: '' });
  return (
    <button type="button" onClick={() => write({ words: sheet.words === '' ? 'half a sentence' : '' })}>
      {sheet.words || 'nothing'}
    </button>
  );
}

const press = () => act(() => screen.getByRole('button').click());

beforeEach(() => {
  sessionStorage.clear();
  keepFor('edda');
});
afterEach(cleanup);

describe('what somebody has in hand', () => {
  it('is there when they come back, and gone once it is as it was at first', () => {
    const { unmount } = render(<Desk />);
    press();
    unmount();
    render(<Desk />);
    expect(screen.getByRole('button').textContent).toBe('half a sentence');
    press();
    expect(inHand('sheet', SheetSchema)).toBeNull();
  });

  it('is nobody else’s at the same browser', () => {
    render(<Desk />).unmount();
    render(<Desk />);
    press();
    cleanup();
    keepFor('rowan');
    render(<Desk />);
    expect(screen.getByRole('button').textContent).toBe('nothing');
  });

  it.each([
    ['what another build wrote', '{"words":7}'],
    ['what is no JSON', '{"words'],
  ])('is not %s', (_, stored) => {
    sessionStorage.setItem('edda/sheet', stored);
    render(<Desk />);
    expect(screen.getByRole('button').textContent).toBe('nothing');
  });
});
