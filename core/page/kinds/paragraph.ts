import * as v from 'valibot';
import { AnchorSchema } from '../anchor.ts';
import { element } from '../../markup/index.ts';
import { inlineMarkup, InlinesSchema, OF_WORDS, type Inline } from '../words.ts';
import { kind, type Kind } from './kind.ts';

/** A paragraph of words. */
export interface Paragraph {
  type: 'paragraph';
  attrs?:
    | {
        /** How many steps it is set in by. */
        indent?: number | null | undefined;
        /** What links call it. */
        anchor?: string | null | undefined;
      }
    | undefined;
  content?: Inline[] | undefined;
}

/** How far a paragraph may be set in, in steps; and one of them, in CSS pixels, as browsers set lists in. */
export const DEEPEST_INDENT = 6;
const INDENT = 40;

/** How far a style sets a paragraph in. */
const SET_IN =
  /(?:^|;)\s*(?:margin|padding)-(?:left|inline-start)\s*:\s*(\d{1,5}(?:\.\d{1,5})?|\.\d{1,5})(px|pt|in|cm|mm|r?em)/i;

/** How many pixels the units are that programs set paragraphs in by (CSS Values 4, 6). */
const PIXELS: Readonly<Record<string, number>> = {
  px: 1,
  pt: 96 / 72,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  em: 16,
  rem: 16,
};

export const paragraph: Kind<Paragraph> = kind<Paragraph>({
  type: 'paragraph',
  group: 'words',
  ...OF_WORDS,
  schema: () =>
    v.object({
      type: v.literal('paragraph'),
      attrs: v.optional(
        v.object({
          indent: v.optional(
            v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(DEEPEST_INDENT))),
          ),
          anchor: v.optional(v.nullable(AnchorSchema)),
        }),
      ),
      content: InlinesSchema,
    }),
  reads: {
    p: (element, reading) => {
      const style = reading.attribute(element, 'style') ?? '';
      const [, by = '0', unit = 'px'] = SET_IN.exec(style) ?? [];
      const indent = Math.min(
        DEEPEST_INDENT,
        Math.round((Number(by) * (PIXELS[unit.toLowerCase()] ?? 1)) / INDENT),
      );
      const anchor = reading.anchor(element);
      return reading.blocks(element).map((block, at) =>
        block.type !== 'paragraph' || (indent === 0 && (anchor === null || at > 0))
          ? block
          : {
              ...block,
              attrs: { ...(indent > 0 ? { indent } : {}), ...(anchor && at === 0 ? { anchor } : {}) },
            },
      );
    },
  },
  markup: (block, { context }) => {
    const { attrs, content } = block;
    if (!content?.length) return [];
    const steps = attrs?.indent ?? 0;
    return [
      element(
        'p',
        {
          id: context.anchors?.get(block),
          style: steps > 0 ? { 'margin-inline-start': `${steps * INDENT}px` } : undefined,
        },
        ...inlineMarkup(content, context),
      ),
    ];
  },
});
