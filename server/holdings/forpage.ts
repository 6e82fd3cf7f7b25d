import { and, eq, inArray, or } from 'drizzle-orm';
import { heldKey, type HeldAsset } from '@placard/core/page';
import { changesMade } from '@placard/core/prep';
import type { Database } from '../db/database.ts';
import { onFileOf } from '../labels/permissions.ts';
import { termsOfRow } from '../labels/terms.ts';
import { asset, original, ownTerms, placard, rendition, track, version } from '../db/schema.ts';
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
  const [rows, renditions, tracks, onFile] = await Promise.all([
    database
      .select({ asset, original, placard, version, ownTerms })
      .from(asset)
      .innerJoin(version, and(eq(version.assetId, asset.id), shown))
      .innerJoin(original, eq(original.sha256, version.sha256))
      .innerJoin(placard, eq(placard.assetId, asset.id))
      .leftJoin(ownTerms, eq(ownTerms.id, placard.licence))
      .where(inArray(asset.id, ids)),
    database
      .select({ rendition })
      .from(rendition)
      .innerJoin(version, eq(version.id, rendition.versionId))
      .innerJoin(asset, eq(asset.id, version.assetId))
      .where(and(inArray(asset.id, ids), shown))
      .orderBy(rendition.width),
    database.select().from(track).where(inArray(track.assetId, ids)),
    onFileOf(database, ids),
  ]);
  const byVersion = new Map<string, (typeof rendition.$inferSelect)[]>();
  for (const { rendition: file } of renditions)
    byVersion.set(file.versionId, [...(byVersion.get(file.versionId) ?? []), file]);
  const held = new Map<string, HeldAsset>();
  for (const row of rows) {
    const { id, name, versionId } = row.asset;
    const { facts, bytes, key } = row.original;
    const current = row.version.id === versionId;
    const playable = facts.kind !== 'picture' || facts.extension === 'gif';
    const asset: HeldAsset = {
      id,
      kind: facts.kind,
      placard: placardOf(row.placard),
      changes: changesMade(row.version.preparation.edits),
      ...(row.ownTerms ? { terms: termsOfRow(row.ownTerms) } : {}),
      onFile: onFile.get(id),
      addedAt: row.asset.addedAt.toISOString(),
      width: row.version.width,
      height: row.version.height,
      duration: facts.duration,
      file: playable ? { url: addressOf({ key, name, part: '', bytes }), mime: facts.mime, bytes } : null,
      sources: (byVersion.get(row.version.id) ?? []).map(({ screen, width, height, mime, bytes, key }) => ({
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
    held.set(heldKey({ asset: id, version: row.version.id }), asset);
    if (current) held.set(id, asset);
  }
  return new Map(
    uses.flatMap((use) => {
      // A place whose version is gone shows the asset's own.
      const found = held.get(heldKey(use)) ?? held.get(use.asset);
      return found ? [[heldKey(use), found] as const] : [];
    }),
  );
}
