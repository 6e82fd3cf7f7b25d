// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { FoundList } from './foundlist.tsx';

beforeAll(() => {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
    },
  );
  Element.prototype.scrollIntoView = () => undefined;
});
afterEach(cleanup);

/** A list as it is while words are looked for: what it shows, and whether that answers them. */
function List({
  words = '',
  looking = false,
  shows,
}: {
  words?: string;
  looking?: boolean;
  shows: string[];
}) {
  return (
    <FoundList
      label="A page"
      placeholder="Its title"
      words={words}
      onWords={() => undefined}
      looking={looking}
      nothing="No page has these words."
      found={shows.map((says) => ({ key: says, says, choose: () => chosen.push(says) }))}
      inputClass=""
      listClass=""
    />
  );
}

const chosen: string[] = [];
const field = () => screen.getByRole('combobox');
const press = (key: string) => fireEvent.keyDown(field(), { key });
const marked = () =>
  screen
    .queryAllByRole('option')
    .filter((option) => option.getAttribute('aria-selected') === 'true')
    .map((option) => option.textContent);

describe('what is found by typing', () => {
  afterEach(() => chosen.splice(0));

  it('marks the first, and Enter takes it', () => {
    render(<List shows={['Visit', 'Events']} />);
    expect(marked()).toEqual(['Visit']);
    press('Enter');
    expect(chosen).toEqual(['Visit']);
  });

  it.each([
    ['all other ones', ['The walk', 'The wood']],
    ['with what was marked further down', ['The walk', 'Visit']],
    ['among them what was first', ['Visit']],
  ])('marks the first of each answer: %s', (_, shows) => {
    const { rerender } = render(<List shows={['Visit', 'Events']} />);
    rerender(<List words="w" looking shows={['Visit', 'Events']} />);
    rerender(<List words="w" shows={shows} />);
    expect(marked()).toEqual([shows[0]]);
    press('Enter');
    expect(chosen).toEqual([shows[0]]);
  });

  it('marks the first of an answer that comes after nothing was found', () => {
    const { rerender } = render(<List words="x" shows={[]} />);
    expect(screen.getByText('No page has these words.')).toBeTruthy();
    rerender(<List words="w" looking shows={[]} />);
    expect(screen.getByText('Looking …')).toBeTruthy();
    rerender(<List words="w" shows={['The walk']} />);
    expect(marked()).toEqual(['The walk']);
  });

  it('leaves the mark where it was put when the same words are answered anew', () => {
    const { rerender } = render(<List words="w" shows={['The walk', 'The wood']} />);
    press('ArrowDown');
    rerender(<List words="w" shows={['The way', 'The walk', 'The wood']} />);
    expect(marked()).toEqual(['The wood']);
  });

  it('waits with Enter for the answer, and takes nothing of an earlier one', () => {
    const { rerender } = render(<List shows={['Visit', 'Events']} />);
    rerender(<List words="walk" looking shows={['Visit', 'Events']} />);
    press('Enter');
    expect(chosen).toEqual([]);
    rerender(<List words="walk" shows={['The walk']} />);
    expect(chosen).toEqual(['The walk']);
    rerender(<List words="walk" shows={['The walk', 'The long walk']} />);
    expect(chosen).toEqual(['The walk']);
  });

  it.each([
    ['other words were typed since', 'wood', ['The wood']],
    ['nothing has them', 'walk', []],
  ])('takes nothing by an Enter that came too early when %s', (_, words, shows) => {
    const { rerender } = render(<List words="walk" looking shows={['Visit']} />);
    press('Enter');
    rerender(<List words={words} shows={shows} />);
    rerender(<List words="walk" shows={['The walk']} />);
    expect(chosen).toEqual([]);
  });
});
