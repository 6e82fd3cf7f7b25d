import * as v from 'valibot';
import { element, type Markup } from '../markup/index.ts';
import { writtenAddress } from '../text/index.ts';
import { carrying } from './anchor.ts';
import type { HeldAsset, HeldFile, Use } from './held.ts';
import type { LinkedPage, RenderContext } from './rendercontext.ts';
import { phrase } from './phrases.ts';

/** Where a link leads: to a page of ours and perhaps a place in it, to a file that we hold, or to an address. */
export type Target =
  | { kind: 'page'; page: string; anchor: string }
  | { kind: 'file'; asset: string }
  | { kind: 'address'; href: string };

const OF_A_PAGE = /^page:([a-zA-Z0-9_-]{6,40})(?:#([^\s#"'<>&]{1,80}))?$/;
const OF_A_FILE = /^asset:([a-zA-Z0-9_-]{6,40})$/;

/** What a link's address says that it leads to. Pages and files are kept by their ids, so that links hold when those move. */
export function targetOf(href: string): Target {
  const [, page, anchor = ''] = OF_A_PAGE.exec(href) ?? [];
  if (page !== undefined) return { kind: 'page', page, anchor };
  const asset = OF_A_FILE.exec(href)?.[1];
  return asset === undefined ? { kind: 'address', href } : { kind: 'file', asset };
}

/** The address of a link to a page of ours, and perhaps a place in it. */
export const linkToPage = (page: string, anchor = ''): string => `page:${page}${anchor && `#${anchor}`}`;
/** The address of a link to a file that we hold. */
export const linkToFile = (asset: string): string => `asset:${asset}`;

/** True for an address that anybody may follow: web, mail, telephone, or within the site. */
export function isPlainAddress(href: string): boolean {
  // eslint-disable-next-line no-control-regex
  if (href.length > 2000 || /[\u0000-\u0020\u007f]/.test(href.trim())) return false;
  return /^(https?:\/\/[^/]|mailto:|tel:|#|\/(?!\/)|\.{1,2}\/|\?)/i.test(href.trim());
}

/** True for an address that a link in a page may have: one that anybody may follow, a page of ours, or a file of ours. */
export const isLinkAddress = (href: string): boolean =>
  isPlainAddress(href) || targetOf(href).kind !== 'address';

export const LinkAddressSchema = v.pipe(
  v.string(),
  v.check(isLinkAddress, 'A link needs a web, mail or site address.'),
);

/** A link as a page has it. */
export interface Link {
  href: string;
  /** It opens a new window, which it says. */
  newWindow?: boolean | null | undefined;
}

/** The use that a link to a file of ours is; none for other links. */
export function usesOfLink(href: string | null | undefined): Use[] {
  const target = targetOf(href ?? '');
  return target.kind === 'file'
    ? [{ id: `file-${target.asset}`, asset: target.asset, as: 'file', ownAlt: null, ownCaption: null }]
    : [];
}

/** A link's address with its use changed. */
export function changedLink(href: string, change: (use: Use) => Use): string {
  const [use] = usesOfLink(href);
  if (!use) return href;
  const after = change(use);
  return after === use || after.asset === use.asset ? href : linkToFile(after.asset);
}

/** A link round something, with what is to be known before it is followed; what it is round alone, where it leads nowhere any more. */
export function linked(link: Link, inside: readonly Markup[], context: RenderContext): Markup[] {
  const opens = link.newWindow ? { target: '_blank', rel: 'noopener' } : {};
  if (context.placed) return [element('a', { href: link.href, ...opens }, ...inside)];
  const target = targetOf(link.href);
  const file = target.kind === 'file' ? fileOf(context.holdings.get(target.asset)) : null;
  const href = file ? context.addressOf(file) : addressOf(target, context);
  if (href === null) return [...inside];
  const said = [
    ...(file ? [fileInWords(file, context.language)] : []),
    ...(link.newWindow ? [phrase('newWindow', context.language)] : []),
  ];
  return [
    element(
      'a',
      { href: writtenAddress(href), ...opens },
      ...inside,
      ...(said.length > 0 ? [` (${said.join(', ')})`] : []),
    ),
  ];
}

function addressOf(target: Target, { pages, page, within }: RenderContext): string | null {
  if (target.kind === 'file') return null;
  /** How a place of a page is written in an address. */
  const placeIn = (on: LinkedPage | undefined, anchor: string): string =>
    anchor && `#${within && on?.made?.includes(anchor) ? carrying(on.address, anchor) : anchor}`;
  if (target.kind === 'address')
    return target.href.startsWith('#') ? placeIn(within, target.href.slice(1)) || '#' : target.href;
  if (target.page === page && target.anchor) return placeIn(within, target.anchor);
  const found = pages?.get(target.page);
  return found ? found.address + placeIn(found, target.anchor) : null;
}

type LinkedFile = HeldFile & { mime: string; bytes: number; language?: string | undefined };

/** The file that visitors are given of what a link leads to; null where there is none. */
function fileOf(asset: HeldAsset | undefined): LinkedFile | null {
  if (!asset || asset.kind === 'picture') return null;
  return asset.file && { ...asset.file, language: asset.language };
}

/** What kind of file it is, how large, and in which language, if in another than the page. */
function fileInWords({ key, name, bytes, language }: LinkedFile, of = 'en'): string {
  const type = (key || (name ?? '')).split('.').at(-1)?.toUpperCase() ?? '';
  const [size, unit] = bytes < 1_000_000 ? [bytes / 1000, 'kB'] : [bytes / 1_000_000, 'MB'];
  const written = new Intl.NumberFormat(of, { maximumSignificantDigits: size < 10 ? 2 : 3 }).format(size);
  const other = language !== undefined && language !== '' && language.split('-')[0] !== of.split('-')[0];
  return [
    type,
    `${written} ${unit}`,
    ...(other ? [new Intl.DisplayNames([of], { type: 'language' }).of(language) ?? language] : []),
  ].join(', ');
}
