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

/** Elements that stand on lines of their own where markup is written to be read by people. */
const ON_LINES = new Set(
  'blockquote caption div figcaption figure h2 h3 h4 hr li ol p section table tbody td th thead tr ul'.split(
    ' ',
  ),
);

/** Writes markup as HTML that people read: blocks on lines of their own, each set in by what holds it. */
export function toFormattedHtml(markup: Markup): string {
  return formatted(markup, '');
}

function formatted(markup: Markup, indent: string): string {
  const isBlock = (child: Markup) => typeof child !== 'string' && ON_LINES.has(child.tag);
  if (typeof markup === 'string' || !markup.children.some(isBlock)) return toHtml(markup);
  const inner = `${indent}  `;
  const open = toHtml({ ...markup, children: [] }).slice(0, -`</${markup.tag}>`.length);
  let written = open;
  for (const child of markup.children)
    written += isBlock(child) ? `\n${inner}${formatted(child, inner)}` : toHtml(child);
  return `${written}\n${indent}</${markup.tag}>`;
}
