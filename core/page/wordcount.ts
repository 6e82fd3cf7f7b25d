import type { PageDocument } from './document.ts';
import { blockText } from './walk.ts';

/** How many words stand in a page, as readers of a language (BCP 47) divide them (UAX 29, word boundaries). */
export function wordCount({ content }: PageDocument, language: string): number {
  const segmenter = new Intl.Segmenter(language, { granularity: 'word' });
  let words = 0;
  for (const block of content)
    for (const { isWordLike } of segmenter.segment(blockText(block))) if (isWordLike) words++;
  return words;
}
