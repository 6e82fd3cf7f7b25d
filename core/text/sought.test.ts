import { describe, expect, it } from 'vitest';
import { inNumbers, oneLetterAway, readSought } from './sought.ts';

describe('what is looked for', () => {
  it.each<[string, string[], string[], string[]]>([
    ['Blue ridge', ['blue', 'ridge'], [], []],
    ['"blue ridge" lake', ['lake'], ['blue ridge'], []],
    ['“Blue ridge”', [], ['blue ridge'], []],
    ['ridge -red', ['ridge'], [], ['red']],
    ['ridge -"red lake"', ['ridge'], [], ['red lake']],
    ['dark-sky', ['dark', 'sky'], [], []],
    ['"moon"', ['moon'], [], []],
    ['"not closed', ['not', 'closed'], [], []],
    ['+-*"(\')', [], [], []],
    ['IMG_4711.JPG', ['img', '4711', 'jpg'], [], []],
  ])('%s', (text, words, phrases, without) => {
    expect(readSought(text)).toEqual({ words, phrases, without });
  });

  it.each([
    ['galaxies', 'galaxy'],
    ['galaxy', 'galaxies'],
    ['lenses', 'lens'],
    ['ridges', 'ridge'],
  ])('by %s is also %s', (word, other) => expect(inNumbers(word)).toContain(other));
  it.each(['glass', 'us', 'day'])('%s is no other word', (word) => expect(inNumbers(word)).toEqual([word]));
});

it.each([
  ['commet', 'comet', true],
  ['comt', 'comet', true],
  ['cemot', 'comet', false],
  ['ocmet', 'comet', true],
  ['komet', 'comet', true],
  ['comet', 'comet', false],
  ['come', 'comets', false],
])('%s and %s are one letter away from each other: %s', (one, other, is) => {
  expect([oneLetterAway(one, other), oneLetterAway(other, one)]).toEqual([is, is]);
});
