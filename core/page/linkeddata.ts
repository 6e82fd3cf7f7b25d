import { jsonLdOf } from '../credit/jsonld.ts';
import { placements, type PageDocument } from './document.ts';
import { creditContext, heldKey, type HeldAsset } from './held.ts';
import type { RenderContext } from './render.ts';

/** What a page places of pictures, films and sounds, each once, as structured data (schema.org, JSON-LD). */
export function linkedData(
  document: PageDocument,
  { holdings, language }: RenderContext,
): Record<string, unknown>[] {
  const assets = new Set<HeldAsset>();
  for (const block of placements(document)) {
    const asset = block.type === 'embed' ? undefined : holdings.get(heldKey(block.attrs));
    if (asset) assets.add(asset);
  }
  return [...assets].map((asset) => {
    const largest = asset.sources.findLast(({ screen }) => screen !== 'narrow');
    const film = asset.kind !== 'picture';
    const file = film ? asset.file : (largest ?? asset.file);
    return jsonLdOf(
      asset.placard,
      {
        kind: asset.kind,
        url: file?.url ?? '',
        mime: file?.mime ?? '',
        width: film ? asset.width : (largest?.width ?? asset.width),
        height: film ? asset.height : (largest?.height ?? asset.height),
        duration: asset.duration,
        thumbnail: asset.sources[0]?.url,
        uploaded: asset.addedAt,
      },
      creditContext(asset, language),
    );
  });
}
