import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { inlineMarkup, InlinesSchema, linksIn, plainWords, type Inline } from '../words.ts';
import { kind, type ForeignElement, type Kind, type Reading } from './kind.ts';

/** A heading; the first level is the page's title. */
export interface Heading {
  type: 'heading';
  attrs: { level: number };
  content?: Inline[] | undefined;
}

export const heading: Kind<Heading> = kind<Heading>({
  type: 'heading',
  group: 'words',
  schema: () =>
    v.object({
      type: v.literal('heading'),
      attrs: v.object({ level: v.pipe(v.number(), v.integer(), v.minValue(2), v.maxValue(4)) }),
      content: InlinesSchema,
    }),
  words: ({ content }) => plainWords(content),
  links: ({ content }) => linksIn(content),
  reads: Object.fromEntries(
    [1, 2, 3, 4, 5, 6].map((level) => [
      `h${level}`,
      (element: ForeignElement, reading: Reading) => {
        const { content, others } = reading.words(element);
        const heading = { type: 'heading', attrs: { level: reading.levelOf(level) }, content };
        return plainWords(content).trim() === '' ? others : [heading, ...others];
      },
    ]),
  ),
  // A heading that says nothing would be a step in every outline all the same.
  markup: ({ attrs, content }) =>
    plainWords(content).trim() === '' ? [] : [element(`h${attrs.level}`, {}, ...inlineMarkup(content))],
});
