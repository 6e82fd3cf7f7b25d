import { statement, statementMarkup } from '../../credit/statement.ts';
import { element, type Element, type Markup, type Style } from '../../markup/index.ts';
import { creditContext, heldKey, wordsAt } from '../held.ts';
import { partsOf, type Item } from '../kinds/item.ts';
import type { Picture } from '../kinds/picture.ts';
import type { RenderContext } from '../kinds/kind.ts';
import { phrase } from '../phrases.ts';
import type { AvailableWidth } from '../availablewidth.ts';
import type { Corner, TogetherSaid, Veil } from '../together.ts';
import { allOf, idOf, linkLine, onNarrow, wholeStyle, type Setting, type Things } from './setting.ts';

/** How an opener's picture lies at least, width by height: on wide screens and on narrow ones. Words that need more have it. */
export const OPENER = { wide: 21 / 9, narrow: 10 / 11 } as const;

export const USUAL_VEIL: Veil = { tone: 'dark', strength: 45 };
export const cornerIn = ({ corner }: TogetherSaid): Corner => corner ?? 'bottom-left';
export const veilIn = ({ veil }: TogetherSaid): Veil => veil ?? USUAL_VEIL;
/** The colour of words on a veil of each tone (CSS, hexadecimal). */
export const WORDS_ON: Readonly<Record<Veil['tone'], string>> = { dark: '#ffffff', light: '#141414' };

const PLACES: Readonly<Record<Corner, string>> = {
  'top-left': 'start start',
  'top-right': 'start end',
  centre: 'center center',
  'bottom-left': 'end start',
  'bottom-right': 'end end',
};

/** The picture that words are set over; null where there is none. */
export function pictureOf(item: Item | undefined): Picture | null {
  const media = item?.content[partsOf(item).media];
  return media?.type === 'picture' ? (media as Picture) : null;
}

/** What the contrast of an opener's words depends on: what is measured anew when any of it has changed. */
export function measuredOf({ attrs, items }: Pick<Things, 'attrs' | 'items'>): string {
  const picture = pictureOf(items[0]);
  const veil = veilIn(attrs);
  const words = items[0]?.content.filter((block) => block !== picture) ?? [];
  const said = JSON.stringify([
    words.map(({ type, content }) => [type, content ?? null]),
    items[0]?.attrs?.linkWords,
  ]);
  return [
    picture ? heldKey(picture.attrs) : '',
    cornerIn(attrs),
    veil.tone,
    veil.strength,
    Boolean(attrs.across),
    hashOf(said),
  ].join(' ');
}

/** A number for a text, another one for nearly every other text (FNV-1a). */
function hashOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  return (hash >>> 0).toString(36);
}

const veilColour = ({ tone, strength }: Veil): string =>
  `rgb(${tone === 'dark' ? '0 0 0' : '255 255 255'}/${strength / 100})`;

/** The layer that darkens or lightens the picture. */
const veilLayer = (attrs: TogetherSaid): Markup[] => {
  const veil = veilIn(attrs);
  return veil.strength === 0
    ? []
    : [element('div', { style: { position: 'absolute', inset: '0', background: veilColour(veil) } })];
};

function stageStyle(things: Things, room: AvailableWidth, { screen = '100vw' }: RenderContext): Style {
  const wide = `min(${screen},${Math.round(room.width)}px) / ${(Math.round(OPENER.wide * 1000) / 1000).toString()}`;
  const narrow = `${screen} * ${Math.round((room.share / OPENER.narrow) * 1000) / 1000}`;
  return {
    position: 'relative',
    display: 'grid',
    'grid-template-columns': 'minmax(0,1fr)',
    'min-height': onNarrow(narrow, wide, screen),
    overflow: 'hidden',
    isolation: 'isolate',
    color: WORDS_ON[veilIn(things.attrs).tone],
  };
}

const wordsStyle = (attrs: TogetherSaid): Style => ({
  position: 'relative',
  'place-self': PLACES[cornerIn(attrs)],
  'box-sizing': 'border-box',
  'max-width': 'min(100%,34em)',
  padding: '24px',
  'overflow-wrap': 'break-word',
  ...(cornerIn(attrs) === 'centre' ? { 'text-align': 'center' } : {}),
});

/** Words take the colour that they are to be read in, whatever a site's style says of them elsewhere. */
const tinted = (part: Markup): Markup =>
  typeof part === 'string' || ['img', 'picture', 'button', 'figure', 'iframe'].includes(part.tag)
    ? part
    : {
        ...part,
        attributes: { ...part.attributes, style: { ...part.attributes.style, color: 'inherit' } },
        children: part.children.map(tinted),
      };

const linkOf = (item: Item | undefined, context: RenderContext): Markup[] =>
  linkLine(item, context).map(tinted);

/** The caption and the credit of the picture, under it. */
function creditOf(item: Item | undefined, { holdings, language }: RenderContext): Element[] {
  const picture = pictureOf(item);
  const asset = picture && holdings.get(heldKey(picture.attrs));
  if (!picture || !asset) return [];
  const { caption } = wordsAt(asset, picture.attrs);
  const credit =
    picture.attrs.credit === 'list'
      ? []
      : statementMarkup(statement(asset.placard, creditContext(asset, language)));
  if (caption === '' && credit.length === 0) return [];
  return [
    element(
      'p',
      { style: { margin: '6px 0 0' } },
      ...(caption === '' ? [] : [caption]),
      ...(caption !== '' && credit.length > 0 ? [element('br', {})] : []),
      ...(credit.length > 0 ? [element('small', {}, ...credit)] : []),
    ),
  ];
}

/** A picture with words and one link over it. */
export const opener: Setting = {
  name: 'opener',
  fits: (items) => items.length === 1 && pictureOf(items[0]) !== null,
  rooms: (things, room) => (at) => ({
    ...room,
    item: {
      media: pictureOf(things.items[at]) ? { cover: OPENER, still: true } : {},
      words: true,
      link: true,
    },
  }),
  looks: (things, room, context) => ({
    list: {},
    item: () => stageStyle(things, room, context),
    before: () => veilLayer(things.attrs),
    after: (at) => linkOf(things.items[at], context),
  }),
  markup: ({ context, room, things, made }) =>
    made.map((one, at) => {
      const id = idOf(one.blocks[partsOf(one.item).title]?.[0]);
      const name = id
        ? { 'aria-labelledby': id }
        : { 'aria-label': things.attrs.name || phrase('opener', context.language) };
      const whole = { ...name, style: wholeStyle(things, room, context) };
      if (!pictureOf(one.item)) return element('section', whole, ...allOf(one, context));
      const { media } = partsOf(one.item);
      const words = allOf({ item: one.item, blocks: one.blocks.with(media, []) }, context).map(tinted);
      return element(
        'section',
        whole,
        element(
          'div',
          { style: stageStyle(things, room, context) },
          ...(one.blocks[media] ?? []),
          ...veilLayer(things.attrs),
          element('div', { style: wordsStyle(things.attrs) }, ...words),
        ),
        ...creditOf(things.items[at], context),
      );
    }),
};

/** The box that an opener's words stand in, and what stands under its picture: for the desk, which sets them itself. */
export { creditOf as openerCredit, wordsStyle as openerWords };
