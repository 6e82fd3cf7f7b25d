import { eq, inArray } from 'drizzle-orm';
import type { HeldAsset } from '@placard/core/page';
import type { Database } from '../db/database.ts';
import { asset, original, placard, rendition, track, version } from '../db/schema.ts';
import { placardOf } from './assets.ts';

/** A file that a page loads, and what it is, for naming it. */
export interface PageFile {
  key: string;
  /** The asset's own name, made for addresses. */
  name: string;
  /** What tells it from the asset's other files: a width, a language; empty for the file itself. */
  part: string;
  bytes: number;
}

/**
 * The assets of a page as its renderer wants them. `addressOf` decides where each file is
 * found: on the users'-content origin for a proof, in the media folder for a hand-off.
 */
export async function holdingsFor(
  database: Database,
  ids: readonly string[],
  addressOf: (file: PageFile) => string,
): Promise<Map<string, HeldAsset>> {
  if (ids.length === 0) return new Map();
  const unique = [...new Set(ids)];
  const [rows, renditions, tracks] = await Promise.all([
    database
      .select({ asset, original, placard })
      .from(asset)
      .innerJoin(original, eq(original.sha256, asset.sha256))
      .innerJoin(placard, eq(placard.assetId, asset.id))
      .where(inArray(asset.id, unique)),
    database
      .select({ rendition, assetId: version.assetId })
      .from(rendition)
      .innerJoin(version, eq(version.id, rendition.versionId))
      .innerJoin(asset, eq(asset.versionId, version.id))
      .where(inArray(asset.id, unique))
      .orderBy(rendition.width),
    database.select().from(track).where(inArray(track.assetId, unique)),
  ]);
  return new Map(
    rows.map((row) => {
      const { id, name } = row.asset;
      const { facts, bytes, key } = row.original;
      const playable = facts.kind !== 'picture' || facts.extension === 'gif';
      const held: HeldAsset = {
        id,
        kind: facts.kind,
        placard: placardOf(row.placard),
        width: facts.width,
        height: facts.height,
        duration: facts.duration,
        file: playable ? { url: addressOf({ key, name, part: '', bytes }), mime: facts.mime, bytes } : null,
        sources: renditions
          .filter(({ assetId }) => assetId === id)
          .map(({ rendition: { width, height, mime, bytes, key } }) => ({
            width,
            height,
            mime,
            bytes,
            url: addressOf({ key, name, part: String(width), bytes }),
          })),
        tracks: tracks
          .filter(({ assetId }) => assetId === id)
          .map(({ language, label, key }) => ({
            language,
            label,
            url: addressOf({ key, name, part: language, bytes: 0 }),
          })),
      };
      return [id, held] as const;
    }),
  );
}
