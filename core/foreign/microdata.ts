import type { DefaultTreeAdapterTypes as Tree } from 'parse5';
import { attribute, textOf } from './elements.ts';

/** Where an element keeps a property's value, where that is not its text (HTML, microdata, values). */
const VALUES: Record<string, string> = {
  meta: 'content',
  a: 'href',
  area: 'href',
  link: 'href',
  img: 'src',
  audio: 'src',
  video: 'src',
  source: 'src',
  embed: 'src',
  iframe: 'src',
  track: 'src',
  object: 'data',
  data: 'value',
  meter: 'value',
  time: 'datetime',
};
const DEEPEST = 60;
const LONGEST = 2000;

/** True where an element begins an item of microdata. */
export const isItem = (element: Tree.Element): boolean =>
  element.attrs.some(({ name }) => name === 'itemscope') && attribute(element, 'itemtype') !== '';

/**
 * An item of microdata as JSON-LD would say it: its type, and its properties, items among them
 * (HTML, microdata to JSON-LD; `itemref` is not followed).
 */
export function itemIn(element: Tree.Element, depth = 0): Record<string, unknown> {
  const item = Object.create(null) as Record<string, unknown>;
  item['@type'] = attribute(element, 'itemtype').split(/\s+/);
  gather(element, item, depth);
  return item;
}

function gather(within: Tree.Element, item: Record<string, unknown>, depth: number): void {
  if (depth > DEEPEST) return;
  for (const child of within.childNodes) {
    if (!('tagName' in child)) continue;
    const nested = child.attrs.some(({ name }) => name === 'itemscope');
    const names = attribute(child, 'itemprop').split(/\s+/).filter(Boolean);
    if (names.length > 0) {
      const value = nested ? itemIn(child, depth + 1) : valueOf(child);
      for (const name of names) item[name] ??= value;
    }
    if (!nested) gather(child, item, depth + 1);
  }
}

function valueOf(element: Tree.Element): string {
  const place = VALUES[element.tagName];
  return (place && attribute(element, place)) || textOf(element, LONGEST);
}
