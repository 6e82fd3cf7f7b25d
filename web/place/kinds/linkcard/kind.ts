import { FREE_STANDING, type LinkCardBlock } from '@placard/core/page';
import { placedKind } from '../kind.ts';
import { LinkCardPanel } from './panel.tsx';

export default placedKind<LinkCardBlock>({
  type: 'linkCard',
  defaults: { id: '', ...FREE_STANDING, card: null, asset: null, ownAlt: '' },
  called: ({ attrs }) => `${attrs.card.title} (link card)`,
  panel: LinkCardPanel,
});
