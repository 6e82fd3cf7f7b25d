import * as v from 'valibot';
import { jsonLdOf } from '../credit/jsonld.ts';
import { choiceOf, posterOf } from './files.ts';
import { creditContext, CREDIT_PLACES, heldKey, type HeldAsset, type Use } from './held.ts';
import type { RenderContext, Said } from './kinds/kind.ts';
import type { Shown } from './availablewidth.ts';
import { KnownIdSchema, StandingSchema } from './standing.ts';

/** What every placement of an asset says of itself. */
export const HeldSchema = v.object({
  ...StandingSchema.entries,
  asset: KnownIdSchema,
  /** This place's own words; null where the placard's words are used. */
  ownAlt: v.nullable(v.pipe(v.string(), v.maxLength(1000))),
  ownCaption: v.nullable(v.pipe(v.string(), v.maxLength(2000))),
  /** Where its credit stands; below it where nothing is said. */
  credit: v.optional(v.picklist(CREDIT_PLACES)),
});

interface HeldPlacement {
  type: 'picture' | 'film';
  attrs: Omit<Use, 'as'>;
}

/** The use that a placement of one asset is. */
export function useOf({ type, attrs }: HeldPlacement): Use {
  const { id, asset, version, ownAlt, ownCaption, credit, linksTo } = attrs;
  return { id, as: type, asset, version, ownAlt, ownCaption, credit, linksTo };
}

/** The placement with its use changed; the same one where it is not. */
export function changedUse<Placement extends HeldPlacement>(
  block: Placement,
  change: (use: Use) => Use,
): Placement {
  const before = useOf(block);
  const after = change(before);
  if (after === before) return block;
  const { asset, version, ownAlt, ownCaption, linksTo } = after;
  const own = block.type === 'picture' ? { version: version ?? null, linksTo: linksTo ?? null } : {};
  return { ...block, attrs: { ...block.attrs, asset, ownAlt, ownCaption, ...own } };
}

/** What is said of an asset that a page shows, by a file that the page loads. Null where nothing is written about it: its file alone tells nobody anything. */
export function assetData(use: Use, asset: HeldAsset, shown: Shown, context: RenderContext): Said {
  const { title, alt, caption, description, creator, copyright, licence } = asset.placard;
  const silent = [title, alt, caption, description, creator, copyright].every((text) => text === '');
  if (asset.kind === 'document' || (silent && licence === 'unknown')) return [heldKey(use), null];
  const { drawing, safe, fallback } = choiceOf(asset, shown.width);
  const plays = asset.kind !== 'picture';
  const still = drawing ?? safe.at(-1) ?? fallback;
  const file = plays ? asset.file : (still ?? asset.file);
  const poster = plays ? posterOf(asset) : undefined;
  const data = jsonLdOf(
    asset.placard,
    {
      kind: asset.kind,
      url: file ? context.addressOf(file) : '',
      mime: file?.mime ?? '',
      width: plays ? asset.width : (still?.width ?? asset.width),
      height: plays ? asset.height : (still?.height ?? asset.height),
      duration: asset.duration,
      thumbnail: poster ? context.addressOf(poster) : undefined,
      uploaded: asset.addedAt,
    },
    creditContext(asset, context.language),
  );
  return [heldKey(use), data];
}
