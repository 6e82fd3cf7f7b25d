import { and, eq, inArray, or } from 'drizzle-orm';
import { heldKey, type HeldAsset } from '@placard/core/page';
import { changesMade } from '@placard/core/prep';
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

/** One use of an asset, perhaps of a version of its own. */
export interface Use {
  asset: string;
  version?: string | null | undefined;
}

/**
 * The assets of a page as its renderer wants them, by their keys. `addressOf` decides where each file is
 * found: on the users'-content origin for a proof, in the media folder for a hand-off.
 */
export async function holdingsFor(
  database: Database,
  uses: readonly Use[],
  addressOf: (file: PageFile) => string,
): Promise<Map<string, HeldAsset>> {
  if (uses.length === 0) return new Map();
  const ids = [...new Set(uses.map(({ asset }) => asset))];
  const own = [...new Set(uses.flatMap(({ version }) => version ?? []))];
  const shown =
    own.length > 0
      ? or(eq(version.id, asset.versionId), inArray(version.id, own))
      : eq(version.id, asset.versionId);
  const [rows, renditions, tracks] = await Promise.all([
    database
      .select({ asset, original, placard, version })
      .from(asset)
      .innerJoin(version, and(eq(version.assetId, asset.id), shown))
      .innerJoin(original, eq(original.sha256, version.sha256))
      .innerJoin(placard, eq(placard.assetId, asset.id))
      .where(inArray(asset.id, ids)),
    database
      .select({ rendition })
      .from(rendition)
      .innerJoin(version, eq(version.id, rendition.versionId))
      .innerJoin(asset, eq(asset.id, version.assetId))
      .where(and(inArray(asset.id, ids), shown))
      .orderBy(rendition.width),
    database.select().from(track).where(inArray(track.assetId, ids)),
  ]);
  const held = rows.map((row) => {
    const { id, name, versionId } = row.asset;
    const { facts, bytes, key } = row.original;
    const current = row.version.id === versionId;
    const playable = facts.kind !== 'picture' || facts.extension === 'gif';
    const asset: HeldAsset = {
      id,
      kind: facts.kind,
      placard: placardOf(row.placard),
      changes: changesMade(row.version.preparation.edits),
      width: row.version.width,
      height: row.version.height,
      duration: facts.duration,
      file: playable ? { url: addressOf({ key, name, part: '', bytes }), mime: facts.mime, bytes } : null,
      sources: renditions
        .filter(({ rendition }) => rendition.versionId === row.version.id)
        .map(({ rendition: { screen, width, height, mime, bytes, key } }) => ({
          screen,
          width,
          height,
          mime,
          bytes,
          url: addressOf({
            key,
            name,
            part: [current ? '' : `v${row.version.number}`, screen === 'narrow' ? screen : '', width]
              .filter(Boolean)
              .join('-'),
            bytes,
          }),
        })),
      tracks: tracks
        .filter(({ assetId }) => assetId === id)
        .map(({ language, label, key }) => ({
          language,
          label,
          url: addressOf({ key, name, part: language, bytes: 0 }),
        })),
    };
    return { asset, version: row.version.id, current };
  });
  return new Map(
    uses.flatMap((use) => {
      const found =
        held.find(({ asset, version }) => asset.id === use.asset && version === use.version) ??
        held.find(({ asset, current }) => asset.id === use.asset && current);
      return found ? [[heldKey(use), found.asset] as const] : [];
    }),
  );
}
