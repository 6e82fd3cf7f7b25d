import { writtenAttributes, type Markup } from '@placard/core/markup';
import { dress } from './markup.tsx';

/** Draws markup as elements of the page, where React draws nothing. */
export function drawn(markup: Markup): Node {
  if (typeof markup === 'string') return document.createTextNode(markup);
  const element = document.createElement(markup.tag);
  for (const [name, value] of writtenAttributes(markup))
    if (name !== 'style') element.setAttribute(name, value);
  if (markup.attributes.style) dress(element, markup.attributes.style);
  element.append(...markup.children.map(drawn));
  return element;
}
