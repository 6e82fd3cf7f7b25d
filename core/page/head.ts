import { element, type Element, type Markup } from '../markup/index.ts';
import { writtenAddress } from '../text/index.ts';
import { listingOf, type PageBody } from './facts.ts';
import { choiceOf } from './files.ts';
import { heldKey, wordsAt } from './held.ts';
import type { RenderContext } from './kinds/kind.ts';
import { stillMarkup } from './still.ts';
import { ratioStyle, shownInRatio } from './inratio.ts';
import { usesIn } from './walk.ts';

/** A page as other sites and lists of pages show it. */
export interface Shown extends PageBody {
  title: string;
  /** A path from the root of the site. */
  address: string;
}

/** How wide a picture in a list of pages is, in CSS pixels; and the shape of one that says nothing of its own. */
const LISTED = { width: 240, share: 0.4, across: false };
const LIST_BOX = { width: 3, height: 2, how: 'filled' } as const;
/** How wide the picture of a shared card is wanted (Open Graph), in pixels. */
const CARD = 1200;

/** What a page's head says of it: its description, and the card that other sites make of its address (Open Graph protocol). */
export function headMarkup(page: Shown, site: { name: string }, context: RenderContext): Element[] {
  const { facts, title, address } = page;
  const said = (property: string, content: string | number | undefined) =>
    content === undefined || content === '' ? [] : [element('meta', { property, content })];
  const card = cardPicture(page, context);
  return [
    ...(facts.description ? [element('meta', { name: 'description', content: facts.description })] : []),
    element('link', { rel: 'canonical', href: writtenAddress(address) }),
    ...said('og:type', 'article'),
    ...said('og:title', title),
    ...said('og:description', facts.description),
    ...said('og:url', writtenAddress(address)),
    ...said('og:site_name', site.name),
    ...said('og:image', card?.address),
    ...said('og:image:width', card?.width),
    ...said('og:image:height', card?.height),
    ...said('og:image:alt', card?.alt),
  ];
}

/** The picture of the card that other sites make of a page: a file that all of them read. Null where it has none. */
export function cardPicture(
  page: Shown,
  context: RenderContext,
): { address: string; width: number; height: number; alt: string } | null {
  const [use] = usesIn(listingOf(page));
  const asset = use && context.holdings.get(heldKey(use));
  if (!use || !asset) return null;
  const file = choiceOf(asset, CARD).fallback;
  if (!file) return null;
  const { width, height } = file;
  return { address: context.addressOf(file), width, height, alt: wordsAt(asset, use).alt ?? '' };
}

/** A page as it stands in a list of pages: its picture, its title as the link, and what it says of itself. */
export function listingMarkup(page: Shown, context: RenderContext): Element {
  const { title, address, facts } = page;
  const [use] = usesIn(listingOf(page));
  const asset = use && context.holdings.get(heldKey(use));
  const picture = facts.listing ?? facts.lead;
  const box = picture?.box ?? LIST_BOX;
  const still: Markup[] =
    use && asset
      ? [
          element(
            'div',
            {
              style: {
                flex: '0 0 40%',
                'max-width': `${LISTED.width}px`,
                ...(picture?.position === 'beside-right' ? { order: '1' } : {}),
              },
            },
            stillMarkup(
              asset,
              // The title beside it says where it leads; an empty text would leave its own words unsaid.
              wordsAt(asset, use).alt ?? '',
              shownInRatio(LISTED, box, asset),
              {
                display: 'block',
                width: '100%',
                height: 'auto',
                ...ratioStyle(box, asset, asset.focal),
              },
              context,
            ),
          ),
        ]
      : [];
  return element(
    'article',
    { style: { display: 'flex', gap: '16px', margin: '0 0 20px' } },
    ...still,
    element(
      'div',
      {},
      element('h3', { style: { margin: '0 0 6px' } }, element('a', { href: writtenAddress(address) }, title)),
      ...(facts.description ? [element('p', { style: { margin: '0' } }, facts.description)] : []),
    ),
  );
}
