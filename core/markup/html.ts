import { escapeHtml } from '../text/index.ts';
import { writtenAttributes, type Markup } from './element.ts';

/** Elements that have no end tag (HTML, void elements). */
const VOID = new Set([
  'area',
  'base',
  'br',
  'col',
  'embed',
  'hr',
  'img',
  'input',
  'link',
  'meta',
  'source',
  'track',
  'wbr',
]);

/** Writes markup as HTML that every parser reads back as it stands. */
export function toHtml(markup: Markup | readonly Markup[]): string {
  if (typeof markup === 'string') return escapeHtml(markup);
  if (!('tag' in markup)) return markup.map(toHtml).join('');
  const written = writtenAttributes(markup).map(([name, value]) =>
    markup.attributes[name] === true ? ` ${name}` : ` ${name}="${escapeHtml(value)}"`,
  );
  const open = `<${markup.tag}${written.join('')}>`;
  return VOID.has(markup.tag) ? open : `${open}${markup.children.map(toHtml).join('')}</${markup.tag}>`;
}
