import { expect, it } from 'vitest';
import type { Block } from './kinds/index.ts';
import { wordCount } from './wordcount.ts';

const paragraph = (text: string): Block => ({
  type: 'paragraph',
  ...(text === '' ? {} : { content: [{ type: 'text', text }] }),
});

it.each<[string, string, number]>([
  ['', 'en', 0],
  ['One, two – three.', 'en', 3],
  ['It’s Edda’s 3.5 mm lens', 'en', 5],
  ['well-kept', 'en', 2],
  ['天文台の夜', 'ja', 3],
])('the words of “%s” in %s are counted: %i', (text, language, words) => {
  expect(wordCount({ type: 'doc', content: [paragraph(text)] }, language)).toBe(words);
});

it('words of lists and headings count, and blocks are divided', () => {
  const content: Block[] = [
    { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'What to bring' }] },
    paragraph('end'),
    {
      type: 'bulletList',
      content: [
        { type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'A lamp' }] }] },
      ],
    },
  ];
  expect(wordCount({ type: 'doc', content }, 'en')).toBe(6);
});
