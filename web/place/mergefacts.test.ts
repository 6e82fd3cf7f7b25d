import { describe, expect, it } from 'vitest';
import { NO_FACTS } from '@placard/core/page';
import { clashingFacts, mergedFacts } from './mergefacts.ts';
import type { OwnFacts } from './desk/ownfacts.ts';

const facts = (title: string, description = '', keyPhrase = ''): OwnFacts => ({
  title,
  shown: null,
  facts: { ...NO_FACTS, description, keyPhrase },
});

describe('what two say of one page', () => {
  it('is both, where each changed another thing', () => {
    const [was, mine, theirs] = [facts('A', 'B'), facts('A2', 'B'), facts('A', 'B2')];
    expect(clashingFacts(was, mine, theirs)).toEqual([]);
    expect(mergedFacts(was, mine, theirs)).toEqual(facts('A2', 'B2'));
  });

  it('is asked for, where both changed the same', () => {
    const [was, mine, theirs] = [facts('A', '', 'C'), facts('A1', 'mine', 'C'), facts('A2', 'theirs', 'C2')];
    expect(clashingFacts(was, mine, theirs)).toEqual([
      { fact: 'title', called: 'Title', mine: 'A1', theirs: 'A2' },
      { fact: 'description', called: 'Description', mine: 'mine', theirs: 'theirs' },
    ]);
    expect(mergedFacts(was, mine, theirs, { title: 'theirs', description: 'mine' })).toEqual(
      facts('A2', 'mine', 'C2'),
    );
  });

  it('is no question, where both changed it to the same', () => {
    expect(clashingFacts(facts('A'), facts('B'), facts('B'))).toEqual([]);
  });
});
