export { element, writtenAttributes, type Element, type Markup, type Style } from './element.ts';
export { toHtml } from './html.ts';
