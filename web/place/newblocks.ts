import type { JSONContent } from '@tiptap/core';
import { FIRST_STANDING, type Film, type Picture } from '@placard/core/page';
import { newPlacementId } from '../kit/newplacementid.ts';

/** A picture or film as the editor inserts it. */
export function heldBlock(type: 'picture' | 'film', asset: string, measure: string): JSONContent {
  const attrs: (Picture | Film)['attrs'] = {
    id: newPlacementId(),
    ...FIRST_STANDING,
    measure,
    asset,
    ownAlt: null,
    ownCaption: null,
  };
  return { type, attrs };
}
