import { element, toFormattedHtml, type Element, type Markup } from '../markup/index.ts';
import type { PageDocument } from '../page/document.ts';
import type { AnyBlock, RenderContext } from '../page/kinds/kind.ts';
import { blockMarkup } from '../page/render.ts';
import { pageWidth } from '../page/availablewidth.ts';
import { stepsIn } from '../page/walk.ts';
import { scheduleOf } from '../page/schedule.ts';
import type { Inline, SmallPicture } from '../page/words.ts';
import { doubtfulIn } from './doubtful.ts';
import { readHtml, type LostPart, type ReadContext } from './readhtml.ts';

/**
 * A page's body as HTML to be written in: its words, with each thing that is placed as a figure that says which it is
 * (`data-placement`), and its own words there as an image's alt text and a caption. Links to pages and files of ours
 * have the addresses that pages keep them by.
 */
export function sourceOf(document: PageDocument, nameOf: (block: AnyBlock) => string): string {
  const context: RenderContext = {
    measures: [],
    holdings: new Map(),
    addressOf: () => '',
    placed: (block) => [placement(block, nameOf(block))],
    dressed: ([first, ...rest], block) => (first === undefined ? [] : [shown(first, block), ...rest]),
    anchors: ownAnchors(document),
  };
  return document.content
    .flatMap((block) => blockMarkup(block, context, pageWidth([])))
    .map(toFormattedHtml)
    .join('\n');
}

/** The names of places that somebody gave. */
function ownAnchors(document: PageDocument): Map<AnyBlock, string> {
  const anchors = new Map<AnyBlock, string>();
  for (const { block } of stepsIn(document)) {
    const attrs = 'attrs' in block ? block.attrs : undefined;
    if (attrs && 'anchor' in attrs && attrs.anchor) anchors.set(block, attrs.anchor);
  }
  return anchors;
}

function placement(block: AnyBlock, name: string): Element {
  const attrs = (block.attrs ?? {}) as { id?: string; ownAlt?: string | null; ownCaption?: string | null };
  return element(
    'figure',
    { 'data-placement': attrs.id, title: name },
    ...(typeof attrs.ownAlt === 'string' ? [element('img', { alt: attrs.ownAlt })] : []),
    ...(typeof attrs.ownCaption === 'string' ? [element('figcaption', {}, attrs.ownCaption)] : []),
  );
}

/** An element with when it is shown. */
function shown(markup: Markup, block: AnyBlock): Markup {
  const when = scheduleOf(block);
  if (!when || typeof markup === 'string') return markup;
  const { from, until, hidden, ours } = when;
  return {
    ...markup,
    attributes: {
      ...markup.attributes,
      'data-from': from ?? null,
      'data-until': until ?? null,
      'data-hidden': hidden ? true : null,
      'data-ours': ours ? true : null,
    },
  };
}

/**
 * What was written in a page's source, as a page again. What it placed before stands where its figure is now, with
 * the words that are written there; what cannot be kept is told, and what may not have been meant, each with its place in the code. Throws TooTangled.
 */
export function readSource(
  source: string,
  before: PageDocument,
  context: Pick<ReadContext, 'newId' | 'trustedOrigins'>,
): { document: PageDocument; lost: LostPart[]; doubtful: LostPart[] } {
  const placed = new Map<string, AnyBlock>();
  const small = new Map<string, SmallPicture>();
  for (const { block } of stepsIn(before)) {
    if ('attrs' in block && block.attrs && 'id' in block.attrs) placed.set(block.attrs.id, block);
    for (const inline of inlinesIn(block))
      if (inline.type === 'smallPicture') small.set(inline.attrs.id, inline);
  }
  const taken = new Set<string>();
  /** The name of a place: its own where it is met first, a new one for each time that it is written again. */
  const idOf = (id: string) => (taken.has(id) ? context.newId() : (taken.add(id), id));
  const { blocks, dropped } = readHtml(source, {
    ...context,
    anchors: 'all',
    strict: true,
    placed: (foreign, reading) => {
      const inLine = small.get(reading.attribute(foreign, 'data-small') ?? '');
      if (foreign.tagName === 'img' && inLine) {
        const ownAlt = reading.attribute(foreign, 'alt')?.slice(0, 1000) ?? null;
        return {
          inline: { type: 'smallPicture', attrs: { ...inLine.attrs, id: idOf(inLine.attrs.id), ownAlt } },
        };
      }
      const name = reading.attribute(foreign, 'data-placement');
      if (foreign.tagName !== 'figure' || name === undefined) return null;
      const block = placed.get(name);
      if (!block) return null;
      const attrs = block.attrs as { id: string };
      return {
        block: { ...block, attrs: { ...attrs, ...ownWords(foreign, reading, attrs), id: idOf(name) } },
      };
    },
  });
  return {
    document: { ...before, content: blocks.length > 0 ? blocks : [{ type: 'paragraph' }] },
    lost: dropped.filter(({ what }) => what !== 'title of <figure>'),
    doubtful: doubtfulIn(source),
  };
}

/** The words that a placement has of its own, as its figure says them; nothing for what has none. */
function ownWords(
  figure: Parameters<NonNullable<ReadContext['placed']>>[0],
  reading: Parameters<NonNullable<ReadContext['placed']>>[1],
  attrs: object,
): object {
  if (!('ownAlt' in attrs)) return {};
  const parts = reading.elementsIn(figure);
  const picture = parts.find(({ tagName }) => tagName === 'img');
  const caption = parts.find(({ tagName }) => tagName === 'figcaption');
  return {
    ownAlt: (picture && reading.attribute(picture, 'alt')?.slice(0, 1000)) ?? null,
    ownCaption: caption ? reading.text(caption).slice(0, 2000) : null,
  };
}

const inlinesIn = (block: AnyBlock): readonly Inline[] =>
  block.type === 'paragraph' || block.type === 'heading' ? ((block.content ?? []) as Inline[]) : [];
