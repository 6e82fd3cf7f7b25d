import * as v from 'valibot';
import { element, type Markup } from '../markup/index.ts';
import { writtenAddress } from '../text/index.ts';

/** True for an address that a link in a page may have: web, mail, telephone, or within the site. */
export function isLinkAddress(href: string): boolean {
  // eslint-disable-next-line no-control-regex
  if (href.length > 2000 || /[\u0000-\u0020\u007f]/.test(href.trim())) return false;
  return /^(https?:\/\/[^/]|mailto:|tel:|#|\/(?!\/)|\.{1,2}\/|\?)/i.test(href.trim());
}

export const LinkAddressSchema = v.pipe(
  v.string(),
  v.check(isLinkAddress, 'A link needs a web, mail or site address.'),
);

const MarkSchema = v.variant('type', [
  v.object({ type: v.literal('bold') }),
  v.object({ type: v.literal('italic') }),
  v.object({ type: v.literal('small') }),
  v.object({ type: v.literal('link'), attrs: v.object({ href: LinkAddressSchema }) }),
]);

const TextSchema = v.object({
  type: v.literal('text'),
  text: v.pipe(v.string(), v.minLength(1), v.maxLength(200_000)),
  marks: v.optional(v.array(MarkSchema)),
});
const InlineSchema = v.variant('type', [TextSchema, v.object({ type: v.literal('hardBreak') })]);

/** Words with their marks, and line breaks. */
export const InlinesSchema = v.optional(v.array(InlineSchema));

export type Inline = v.InferOutput<typeof InlineSchema>;
export type Mark = v.InferOutput<typeof MarkSchema>;

/** A link of a page, with the words that it is named by. */
export interface PageLink {
  href: string;
  words: string;
}

/** The words, without marks; a line break is a blank. */
export const plainWords = (inlines: readonly Inline[] = []): string =>
  inlines.map((inline) => (inline.type === 'text' ? inline.text : ' ')).join('');

/** The links in some words, each once however its words are marked. */
export function linksIn(inlines: readonly Inline[] = []): PageLink[] {
  const links: PageLink[] = [];
  let before: string | undefined;
  for (const inline of inlines) {
    const marks = inline.type === 'text' ? (inline.marks ?? []) : [];
    const href = marks.flatMap((mark) => (mark.type === 'link' ? [mark.attrs.href] : []))[0];
    const words = inline.type === 'text' ? inline.text : '';
    const last = links.at(-1);
    if (href !== undefined && href === before && last) last.words += words;
    else if (href !== undefined) links.push({ href, words });
    before = href;
  }
  return links;
}

/** Words and line breaks: marks that go on from one run to the next are written once round all of them. */
export function inlineMarkup(inlines: readonly Inline[] = []): Markup[] {
  return marked(
    inlines.map((inline) =>
      inline.type === 'hardBreak'
        ? { markup: element('br', {}), marks: [] }
        : { markup: inline.text, marks: inWritingOrder(inline.marks ?? []) },
    ),
  );
}

type Run = { markup: Markup; marks: readonly Mark[] };

function marked(runs: readonly Run[]): Markup[] {
  const written: Markup[] = [];
  for (let from = 0; from < runs.length;) {
    const outer = runs[from]?.marks[0];
    let to = from + 1;
    if (outer === undefined) written.push(runs[from]?.markup ?? '');
    else {
      while (to < runs.length && isSame(runs[to]?.marks[0], outer)) to++;
      const inner = runs.slice(from, to).map(({ markup, marks }) => ({ markup, marks: marks.slice(1) }));
      written.push(tagged(outer, marked(inner)));
    }
    from = to;
  }
  return written;
}

/** A link round everything else, and one alone: links do not stand in links. */
const inWritingOrder = (marks: readonly Mark[]): Mark[] =>
  (['link', 'small', 'bold', 'italic'] as const).flatMap(
    (type) => marks.find((mark) => mark.type === type) ?? [],
  );

/** True for marks that say the same. */
export const isSame = (one: Mark | undefined, other: Mark): boolean =>
  one?.type === other.type &&
  (one.type !== 'link' || other.type !== 'link' || one.attrs.href === other.attrs.href);

function tagged(mark: Mark, inside: Markup[]): Markup {
  if (mark.type === 'bold') return element('strong', {}, ...inside);
  if (mark.type === 'small') return element('small', {}, ...inside);
  if (mark.type === 'italic') return element('em', {}, ...inside);
  return linked(mark.attrs.href, ...inside);
}

/** A link round something, its address written as addresses are. */
export function linked(href: string, ...inside: readonly Markup[]): Markup {
  return element('a', { href: writtenAddress(href) }, ...inside);
}
