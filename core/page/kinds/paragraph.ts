import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { inlineMarkup, InlinesSchema, linksIn, plainWords, type Inline } from '../words.ts';
import { kind, type Kind } from './kind.ts';

/** A paragraph of words. */
export interface Paragraph {
  type: 'paragraph';
  content?: Inline[] | undefined;
}

export const paragraph: Kind<Paragraph> = kind<Paragraph>({
  type: 'paragraph',
  group: 'words',
  schema: () => v.object({ type: v.literal('paragraph'), content: InlinesSchema }),
  words: ({ content }) => plainWords(content),
  links: ({ content }) => linksIn(content),
  reads: { p: (element, reading) => reading.blocks(element) },
  markup: ({ content }) => (content?.length ? [element('p', {}, ...inlineMarkup(content))] : []),
});
