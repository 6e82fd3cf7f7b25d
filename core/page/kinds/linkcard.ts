import * as v from 'valibot';
import { cardMarkup, LinkCardSchema } from '../../embed/card.ts';
import { element, styled } from '../../markup/index.ts';
import { arranged, FILLS } from '../figure.ts';
import { statement, statementMarkup } from '../../credit/statement.ts';
import { creditContext, type Use } from '../held.ts';
import { linked } from '../link.ts';
import type { Shown } from '../availablewidth.ts';
import { edgeStyle, figureStyle, KnownIdSchema, standingIn, StandingSchema } from '../standing.ts';
import { stillMarkup } from '../still.ts';
import { kind, type Kind } from './kind.ts';

const LinkCardBlockSchema = v.object({
  type: v.literal('linkCard'),
  attrs: v.object({
    ...StandingSchema.entries,
    card: LinkCardSchema,
    /** The picture beside its words, which is held here; null for none. */
    asset: v.optional(v.nullable(KnownIdSchema)),
    /** What that shows, where the placard says it otherwise; decorative where it is empty. */
    ownAlt: v.optional(v.nullable(v.pipe(v.string(), v.maxLength(1000)))),
  }),
});

/** Title, words and a link in the place of an embed, with a picture that we hold. */
export type LinkCardBlock = v.InferOutput<typeof LinkCardBlockSchema>;

/** How wide its picture is at most, in CSS pixels. */
const PICTURE: Shown = { width: 220, share: 1, less: 32, across: false };

const useOf = ({ attrs: { id, asset, ownAlt } }: LinkCardBlock): Use[] =>
  asset ? [{ id, asset, as: 'picture', ownAlt: ownAlt ?? '', ownCaption: null }] : [];

export const linkCard: Kind<LinkCardBlock> = kind<LinkCardBlock>({
  type: 'linkCard',
  group: 'placement',
  media: true,
  schema: () => LinkCardBlockSchema,
  uses: useOf,
  withUses: (block, change) => {
    const [before] = useOf(block);
    if (!before) return block;
    const after = change(before);
    if (after === before) return block;
    return { ...block, attrs: { ...block.attrs, asset: after.asset, ownAlt: after.ownAlt } };
  },
  shown: () => PICTURE,
  words: ({ attrs: { card } }) => [card.title, card.words, card.site].filter(Boolean).join(' '),
  links: ({ attrs: { card } }) => [{ href: card.address, words: card.title }],
  markup: (block, { context, room }) => {
    const { attrs } = block;
    const asset = attrs.asset ? context.holdings.get(attrs.asset) : undefined;
    const still = asset && stillMarkup(asset, attrs.ownAlt ?? '', PICTURE, FILLS, context);
    const card = cardMarkup(
      attrs.card,
      (inside) => linked({ href: attrs.card.address }, inside, context),
      still,
    );
    const credit = asset
      ? statementMarkup(statement(asset.placard, creditContext(asset, context.language)))
      : [];
    const style = figureStyle(standingIn(room, attrs, context.measures), context.screen);
    const edged = styled(card, edgeStyle(attrs, context.edges));
    // Without a caption it is no figure.
    if (credit.length === 0) return [element('div', { style }, edged)];
    return [arranged(style, [edged], '', credit)];
  },
});
