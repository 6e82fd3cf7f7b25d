import { defaultTreeAdapter, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import type { Element, Markup } from '../markup/index.ts';
import type { PageDocument } from '../page/document.ts';
import type { Holdings } from '../page/held.ts';
import type { PageContext } from '../page/kinds/kind.ts';
import { documentMarkup } from '../page/render.ts';
import { readFragment } from '../reading/tree.ts';
import { matches, sizeOf } from './sizes.ts';

/** A screen that a page is looked at on: CSS pixels across, and its own pixels to each of them. */
export interface Screen {
  readonly width: number;
  readonly density: number;
}

/** Bytes that a page's pictures, loops and posters load on each of some screens: every file once, as a browser chooses it. */
export function pageWeight(
  document: PageDocument,
  context: PageContext,
  screens: readonly Screen[],
): number[] {
  const bytes = bytesIn(context.holdings);
  const markup = documentMarkup(document, { ...context, addressOf: ({ key }) => key });
  return screens.map((screen) =>
    [...new Set(loadedBy(markup, screen))].reduce((sum, key) => sum + (bytes.get(key) ?? 0), 0),
  );
}

function bytesIn(holdings: Holdings): Map<string, number> {
  const bytes = new Map<string, number>();
  for (const { file, sources, played = [] } of holdings.values())
    for (const one of [file, ...sources, ...played]) if (one) bytes.set(one.key, one.bytes);
  return bytes;
}

/**
 * The addresses that a browser loads of some markup on a screen, before anybody plays or presses anything (HTML, 4.8.4.3,
 * update the image data; 4.8.8, poster and autoplay), where every type that is named is one that it reads.
 */
export function loadedBy(markup: readonly Markup[], screen: Screen): string[] {
  return markup.flatMap((part): string[] => {
    if (typeof part === 'string') return [];
    const { tag, children } = part;
    if (tag === 'picture')
      return chosenIn(
        children.filter((one) => typeof one !== 'string'),
        screen,
      );
    if (tag === 'img') return chosenIn([part], screen);
    if (tag === 'video') return ofVideo(part, screen);
    const within = said(part, 'srcdoc');
    // What lies in a frame that waits for a press is there at once; the frame is its screen.
    if (tag === 'iframe' && within.includes('<img')) return loadedBy(readMarkup(within), screen);
    return loadedBy(children, screen);
  });
}

/** What one of several sources is loaded by, its img last. */
function chosenIn(candidates: readonly Element[], screen: Screen): string[] {
  const source = candidates.find(
    (one) => one.tag === 'img' || (one.tag === 'source' && matches(said(one, 'media'), screen.width)),
  );
  if (!source) return [];
  const set = said(source, 'srcset');
  const files = set
    .split(', ')
    .flatMap((one) => {
      const [, address, width] = /^(\S+)\s+(\d{1,6})w$/.exec(one.trim()) ?? [];
      return address && width ? [{ address, width: Number(width) }] : [];
    })
    .toSorted((a, b) => a.width - b.width);
  if (files.length === 0) return [set || said(source, 'src')].filter(Boolean);
  const wanted = sizeOf(said(source, 'sizes'), screen.width) * screen.density;
  const chosen = files.find(({ width }) => width >= wanted) ?? files.at(-1);
  return chosen ? [chosen.address] : [];
}

function ofVideo(video: Element, screen: Screen): string[] {
  const sources = video.children.filter((one) => typeof one !== 'string' && one.tag === 'source');
  const first = sources.find((one) => matches(said(one as Element, 'media'), screen.width));
  const begins = video.attributes['autoplay'] === true && first ? [said(first as Element, 'src')] : [];
  return [said(video, 'poster'), ...begins].filter(Boolean);
}

const said = ({ attributes }: Element, name: string): string => {
  const value = attributes[name];
  return typeof value === 'string' ? value : '';
};

/** HTML of our own as markup, for what it loads. */
function readMarkup(html: string): Markup[] {
  const made = (node: Tree.ChildNode): Markup[] =>
    defaultTreeAdapter.isElementNode(node)
      ? [
          {
            tag: node.tagName,
            attributes: Object.fromEntries(node.attrs.map(({ name, value }) => [name, value])),
            children: node.childNodes.flatMap(made),
          },
        ]
      : [];
  return readFragment(html, { elements: 1000, depth: 100 }).childNodes.flatMap(made);
}
