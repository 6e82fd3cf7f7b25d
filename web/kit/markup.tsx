import { createElement, type CSSProperties, type ReactNode } from 'react';
import type { Element, Markup, Style } from '@placard/core/markup';

/** What stands in the place of elements of some tags, made from the element and its properties. */
export type Replaced = Readonly<Record<string, (element: Element, properties: Properties) => ReactNode>>;
type Properties = Record<string, unknown>;

/** What React calls attributes that it does not call as HTML does. */
const NAMED: Readonly<Record<string, string>> = {
  class: 'className',
  for: 'htmlFor',
  autoplay: 'autoPlay',
  colspan: 'colSpan',
  crossorigin: 'crossOrigin',
  datetime: 'dateTime',
  playsinline: 'playsInline',
  referrerpolicy: 'referrerPolicy',
  rowspan: 'rowSpan',
  srcdoc: 'srcDoc',
  srclang: 'srcLang',
  srcset: 'srcSet',
};

/** Draws markup as the page will have it: the same elements that `toHtml` writes. */
export function MarkupView({ markup, replaced = {} }: { markup: readonly Markup[]; replaced?: Replaced }) {
  return markup.map((part, at) => (
    // What stands where in markup is what it is.
    <Drawn key={at} part={part} replaced={replaced} />
  ));
}

function Drawn({ part, replaced }: { part: Markup; replaced: Replaced }) {
  if (typeof part === 'string') return part;
  const properties: Properties = {};
  for (const [name, value] of Object.entries(part.attributes)) {
    if (value === null || value === undefined) continue;
    properties[NAMED[name] ?? name] = typeof value === 'object' ? propertiesOf(value) : value;
  }
  const instead = replaced[part.tag];
  if (instead) return instead(part, properties);
  if (part.children.length === 0) return createElement(part.tag, properties);
  return createElement(part.tag, properties, <MarkupView markup={part.children} replaced={replaced} />);
}

/** A style as React wants it. */
const propertiesOf = (style: Style): CSSProperties =>
  Object.fromEntries(
    Object.entries(style).map(([property, value]) => [
      property.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase()),
      value,
    ]),
  );

/** Dresses an element that React does not draw in a style of markup. */
export function dress(element: HTMLElement, style: Style): void {
  element.style.cssText = Object.entries(style)
    .map(([property, value]) => `${property}:${value}`)
    .join(';');
}
