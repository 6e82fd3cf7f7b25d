export { element, styled, writtenAttributes, type Element, type Markup, type Style } from './element.ts';
export { toFormattedHtml, toHtml } from './html.ts';
