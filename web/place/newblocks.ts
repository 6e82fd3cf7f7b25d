import type { JSONContent } from '@tiptap/core';
import type { AssetDetail } from '@placard/core/contract';
import { FIRST_STANDING, linkToFile, type Arriving, type Film, type Picture } from '@placard/core/page';
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

/** The words of a link to a file that is held. */
export const fileLink = (asset: string, says: string): JSONContent => ({
  type: 'text',
  text: says,
  marks: [{ type: 'link', attrs: { href: linkToFile(asset) } }],
});

/** What stands where something was on its way, once it is held: at the same place, with the words that it came with. */
export function placedAs(
  { id, position, measure, gap, caption }: Arriving['attrs'],
  asset: Pick<AssetDetail, 'id' | 'facts' | 'placard' | 'fileName'>,
): JSONContent {
  if (asset.facts.kind === 'document')
    return { type: 'paragraph', content: [fileLink(asset.id, asset.placard.title || asset.fileName)] };
  const own = { id, position, measure, gap, asset: asset.id, ownAlt: null, ownCaption: caption || null };
  return { type: asset.facts.kind === 'picture' ? 'picture' : 'film', attrs: own };
}
