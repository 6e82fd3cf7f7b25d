import * as v from 'valibot';
import { AnchorSchema } from '../anchor.ts';
import { element } from '../../markup/index.ts';
import { inlineMarkup, InlinesSchema, OF_WORDS, plainWords, type Inline } from '../words.ts';
import { kind, type ForeignElement, type Kind, type Reading } from './kind.ts';

/** A heading; the first level is the page's title. */
export interface Heading {
  type: 'heading';
  attrs: {
    level: number;
    /** What links call it, instead of what is made of its words. */
    anchor?: string | null | undefined;
  };
  content?: Inline[] | undefined;
}

export const heading: Kind<Heading> = kind<Heading>({
  type: 'heading',
  group: 'words',
  ...OF_WORDS,
  schema: () =>
    v.object({
      type: v.literal('heading'),
      attrs: v.object({
        level: v.pipe(v.number(), v.integer(), v.minValue(2), v.maxValue(4)),
        anchor: v.optional(v.nullable(AnchorSchema)),
      }),
      content: InlinesSchema,
    }),
  reads: Object.fromEntries(
    [1, 2, 3, 4, 5, 6].map((level) => [
      `h${level}`,
      (element: ForeignElement, reading: Reading) => {
        const { content, others } = reading.words(element);
        const anchor = reading.anchor(element);
        const attrs = { level: reading.levelOf(level), ...(anchor ? { anchor } : {}) };
        return plainWords(content).trim() === '' ? others : [{ type: 'heading', attrs, content }, ...others];
      },
    ]),
  ),
  // A heading that says nothing would be a step in every outline all the same.
  markup: (block, { context }) => {
    const { attrs, content } = block;
    if (plainWords(content).trim() === '') return [];
    const id = context.anchors?.get(block);
    return [element(`h${attrs.level}`, { id }, ...inlineMarkup(content, context))];
  },
});
