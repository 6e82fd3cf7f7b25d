import type { Choice } from '@placard/core/embed';
import { FIRST_STANDING, type Block } from '@placard/core/page';
import { newPlacementId } from '../kit/newplacementid.ts';

/** The blocks that a choice becomes in a page, as they are put there first. */
export async function draftOf(choice: Choice): Promise<Block[]> {
  const standing = { id: newPlacementId(), ...FIRST_STANDING };
  switch (choice.kind) {
    case 'frame':
      return [{ type: 'embed', attrs: { ...standing, position: 'centred', frame: choice.frame } }];
    case 'box':
      return [{ type: 'box', attrs: { ...standing, boxed: choice.boxed } }];
    case 'card':
      return [{ type: 'linkCard', attrs: { ...standing, card: choice.card, asset: null, ownAlt: '' } }];
    case 'quotation': {
      const { readHtml } = await import('@placard/core/reading');
      return readHtml(choice.html, { newId: newPlacementId }).blocks;
    }
  }
}
