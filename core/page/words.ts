import * as v from 'valibot';
import { element, type Markup } from '../markup/index.ts';
import { heldKey, wordsAt, type Use } from './held.ts';
import type { RenderContext } from './rendercontext.ts';
import { changedLink, linked, LinkAddressSchema, usesOfLink } from './link.ts';
import type { Shown } from './availablewidth.ts';
import { KnownIdSchema } from './standing.ts';
import { stillMarkup } from './still.ts';

const LinkSchema = v.object({
  type: v.literal('link'),
  attrs: v.object({ href: LinkAddressSchema, newWindow: v.optional(v.nullable(v.boolean())) }),
});
const MarkSchema = v.variant('type', [
  v.object({ type: v.literal('bold') }),
  v.object({ type: v.literal('italic') }),
  v.object({ type: v.literal('small') }),
  v.object({ type: v.literal('superscript') }),
  v.object({ type: v.literal('subscript') }),
  LinkSchema,
]);

const TextSchema = v.object({
  type: v.literal('text'),
  text: v.pipe(v.string(), v.minLength(1), v.maxLength(200_000)),
  marks: v.optional(v.array(MarkSchema)),
});

/** How a small picture stands in its line: at its top, in its middle, or on what the letters stand on. */
export const IN_LINE = ['baseline', 'middle', 'top'] as const;
export type InLine = (typeof IN_LINE)[number];
/** How wide a picture in a line may be, in CSS pixels. */
export const SMALL_WIDTHS = { least: 8, most: 400 };

const SmallPictureSchema = v.object({
  type: v.literal('smallPicture'),
  attrs: v.object({
    id: KnownIdSchema,
    asset: KnownIdSchema,
    version: v.optional(v.nullable(KnownIdSchema)),
    ownAlt: v.nullable(v.pipe(v.string(), v.maxLength(1000))),
    /** Kept for when it stands by itself again: in a line it has none. */
    ownCaption: v.optional(v.nullable(v.pipe(v.string(), v.maxLength(2000)))),
    /** CSS pixels. */
    width: v.pipe(v.number(), v.integer(), v.minValue(SMALL_WIDTHS.least), v.maxValue(SMALL_WIDTHS.most)),
    stands: v.picklist(IN_LINE),
  }),
  marks: v.optional(v.array(MarkSchema)),
});
/** A small picture of which somebody says that it has these attributes; null where any of them is not as pages have it. */
export function readSmallPicture(attrs: unknown): SmallPicture | null {
  const read = v.safeParse(SmallPictureSchema, { type: 'smallPicture', attrs });
  return read.success ? read.output : null;
}

const InlineSchema = v.variant('type', [
  TextSchema,
  v.object({ type: v.literal('hardBreak') }),
  SmallPictureSchema,
]);

/** Words with their marks, line breaks, and small pictures. */
export const InlinesSchema = v.optional(v.array(InlineSchema));

export type Inline = v.InferOutput<typeof InlineSchema>;
export type Mark = v.InferOutput<typeof MarkSchema>;
export type SmallPicture = v.InferOutput<typeof SmallPictureSchema>;

/** A link of a page, with the words that it is named by. */
export interface PageLink {
  href: string;
  words: string;
  newWindow?: boolean;
}

const marksOf = (inline: Inline): readonly Mark[] =>
  inline.type === 'hardBreak' ? [] : (inline.marks ?? []);

const linkOf = (inline: Inline) =>
  marksOf(inline).flatMap((mark) => (mark.type === 'link' ? [mark.attrs] : []))[0];

/** The words, without marks; a line break is a blank. */
export const plainWords = (inlines: readonly Inline[] = []): string =>
  inlines.map((inline) => (inline.type === 'text' ? inline.text : ' ')).join('');

/** The links in some words, each once however its words are marked. */
export function linksIn(inlines: readonly Inline[] = []): PageLink[] {
  const links: PageLink[] = [];
  let before: string | undefined;
  for (const inline of inlines) {
    const link = linkOf(inline);
    // What a picture says is for its label to tell.
    const words = inline.type === 'text' ? inline.text : '';
    const last = links.at(-1);
    if (link !== undefined && link.href === before && last) last.words += words;
    else if (link !== undefined)
      links.push({ href: link.href, words, ...(link.newWindow ? { newWindow: true } : {}) });
    before = link?.href;
  }
  return links;
}

/** The use that a small picture is. */
const useOfSmall = ({ attrs: { id, asset, version, ownAlt } }: SmallPicture): Use => ({
  id,
  asset,
  version,
  as: 'picture',
  ownAlt,
  ownCaption: null,
  credit: 'list',
});

const usesOf = (inline: Inline): Use[] => [
  ...(inline.type === 'smallPicture' ? [useOfSmall(inline)] : []),
  ...usesOfLink(linkOf(inline)?.href),
];

function changedInline(inline: Inline, change: (use: Use) => Use): Inline {
  if (inline.type === 'hardBreak') return inline;
  const link = linkOf(inline);
  const href = link && changedLink(link.href, change);
  const marks =
    link === undefined || href === undefined || href === link.href
      ? inline
      : {
          ...inline,
          marks: marksOf(inline).map((mark): Mark =>
            mark.type === 'link' ? { ...mark, attrs: { ...mark.attrs, href } } : mark,
          ),
        };
  if (marks.type !== 'smallPicture') return marks;
  const before = useOfSmall(marks);
  const after = change(before);
  if (after === before) return marks;
  const { asset, version, ownAlt } = after;
  return { ...marks, attrs: { ...marks.attrs, asset, version: version ?? null, ownAlt } };
}

type OfWords = { type: string; content?: Inline[] | undefined };

/** What every kind is that holds words itself: what they say, link and use. */
export const OF_WORDS = {
  words: ({ content }: OfWords): string => plainWords(content),
  links: ({ content }: OfWords): PageLink[] => linksIn(content),
  uses: ({ content = [] }: OfWords): Use[] => content.flatMap(usesOf),
  withUses: <Block extends OfWords>(block: Block, change: (use: Use) => Use): Block => {
    const content = block.content?.map((inline) => changedInline(inline, change));
    return content?.every((inline, at) => inline === block.content?.[at]) ? block : { ...block, content };
  },
  shown: ({ content = [] }: OfWords, use: Use): Shown => {
    const small = content.find((inline) => inline.type === 'smallPicture' && inline.attrs.id === use.id);
    return fixed(small?.type === 'smallPicture' ? small.attrs.width : 0);
  },
};

/** Shown so wide on every screen. */
const fixed = (width: number): Shown => ({ width, share: 1, across: false, fixed: true });

/** Words, line breaks and small pictures: marks that go on from one run to the next are written once round all of them. */
export function inlineMarkup(inlines: readonly Inline[] = [], context: RenderContext): Markup[] {
  return marked(
    inlines.map((inline) =>
      inline.type === 'hardBreak'
        ? { markup: [element('br', {})], marks: [] }
        : {
            markup: inline.type === 'text' ? [inline.text] : smallMarkup(inline, context),
            marks: inWritingOrder(marksOf(inline)),
          },
    ),
    context,
  );
}

function smallMarkup({ attrs }: SmallPicture, context: RenderContext): Markup[] {
  if (context.placed) return [element('img', { 'data-small': attrs.id, alt: attrs.ownAlt })];
  const asset = context.holdings.get(heldKey(attrs));
  if (!asset) return [];
  const { alt } = wordsAt(asset, { ownAlt: attrs.ownAlt, ownCaption: null });
  const style = {
    width: `${attrs.width}px`,
    'max-width': '100%',
    height: 'auto',
    'vertical-align': attrs.stands,
  };
  return [stillMarkup(asset, alt ?? '', fixed(attrs.width), style, context)];
}

type Run = { markup: Markup[]; marks: readonly Mark[] };

function marked(runs: readonly Run[], context: RenderContext): Markup[] {
  const written: Markup[] = [];
  for (let from = 0; from < runs.length;) {
    const outer = runs[from]?.marks[0];
    let to = from + 1;
    if (outer === undefined) written.push(...(runs[from]?.markup ?? []));
    else {
      while (to < runs.length && isSame(runs[to]?.marks[0], outer)) to++;
      const inner = runs.slice(from, to).map(({ markup, marks }) => ({ markup, marks: marks.slice(1) }));
      written.push(...tagged(outer, marked(inner, context), context));
    }
    from = to;
  }
  return written;
}

/** The elements that marks are written as (HTML), in the order in which they lie in each other; a link is round all of them. */
const MARK_ELEMENTS = {
  small: 'small',
  bold: 'strong',
  italic: 'em',
  superscript: 'sup',
  subscript: 'sub',
} as const;

/** A link round everything else, and one alone: links do not stand in links. */
const inWritingOrder = (marks: readonly Mark[]): Mark[] =>
  ['link', ...Object.keys(MARK_ELEMENTS)].flatMap((type) => marks.find((mark) => mark.type === type) ?? []);

/** True for marks that say the same. */
export const isSame = (one: Mark | undefined, other: Mark): boolean =>
  one?.type === other.type &&
  (one.type !== 'link' ||
    other.type !== 'link' ||
    (one.attrs.href === other.attrs.href && Boolean(one.attrs.newWindow) === Boolean(other.attrs.newWindow)));

const tagged = (mark: Mark, inside: Markup[], context: RenderContext): Markup[] =>
  mark.type === 'link'
    ? linked(mark.attrs, inside, context)
    : [element(MARK_ELEMENTS[mark.type], {}, ...inside)];
