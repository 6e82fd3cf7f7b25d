import { and, eq, inArray, or } from 'drizzle-orm';
import { heldKey, type HeldAsset, type Use as PlacedUse } from '@placard/core/page';
import type { Facts } from '@placard/core/contract';
import type { FocalPoint } from '@placard/core/geometry';
import { changesMade, focalIn, windowOf, type Preparation } from '@placard/core/prep';
import type { Queryable } from '../db/database.ts';
import { asset, original, ownTerms, placard, rendition, track, version } from '../db/schema.ts';
import { isWhole } from '../film/write.ts';
import { onFileOf, placardOf, termsOfRow } from '../licence/labelrow.ts';

/** The point that must stay in view, as it lies in what a version shows. */
function focalOf(preparation: Preparation, facts: Facts): FocalPoint | undefined {
  if (!preparation.focal || facts.kind !== 'picture') return undefined;
  return focalIn(windowOf(preparation, facts), preparation.focal, facts);
}

/** One use of an asset, perhaps of a version of its own. */
type Use = Pick<PlacedUse, 'asset' | 'version'>;

/**
 * The assets of pages, by the keys that their places know them by; of one site, where one is said. What a page calls
 * their files is for whoever writes it to say.
 */
export async function holdingsFor(
  database: Queryable,
  uses: readonly Use[],
  siteId?: string,
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
      .where(and(inArray(asset.id, ids), siteId === undefined ? undefined : eq(asset.siteId, siteId))),
    database
      .select({ rendition })
      .from(rendition)
      .innerJoin(version, eq(version.id, rendition.versionId))
      .innerJoin(asset, eq(asset.id, version.assetId))
      .where(and(inArray(asset.id, ids), shown))
      .orderBy(rendition.width, rendition.mime),
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
    const files = byVersion.get(row.version.id) ?? [];
    // What plays or is read leaves as it was written anew, never with all that it came with.
    const played = files.filter(({ mime }) => !mime.startsWith('image/'));
    // Where it does not play everywhere as it came, the one that does is handed on.
    const safe = played.findLast((one) => !isWhole(one) && one.mime !== 'video/webm');
    const media =
      facts.kind === 'picture' ? undefined : facts.note && safe ? safe : (played.find(isWhole) ?? safe);
    const whole = facts.kind === 'picture' && facts.extension === 'gif';
    const file = media ?? (whole ? { key, mime: facts.mime, bytes } : null);
    const part = (of: (typeof files)[number]) =>
      [current ? '' : `v${row.version.number}`, of.screen === 'narrow' ? of.screen : '', of.width || '']
        .filter(Boolean)
        .join('-');
    const sourceOf = (of: (typeof files)[number]) => {
      const { screen, width, height, mime, codecs, bytes, key } = of;
      return { screen, width, height, mime, ...(codecs ? { codecs } : {}), bytes, key, name };
    };
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
      ...(facts.silent ? { silent: true } : {}),
      pages: facts.pages,
      language: facts.language,
      focal: focalOf(row.version.preparation, facts),
      ...(facts.note && (media !== safe || facts.kind === 'document') ? { note: facts.note } : {}),
      ...(row.asset.binnedAt === null ? {} : { binned: true }),
      file: file ? { key: file.key, name, mime: file.mime, bytes: file.bytes } : null,
      sources: files
        .filter(({ mime }) => mime.startsWith('image/'))
        .map((of) => ({ ...sourceOf(of), part: part(of) })),
      ...(played.length > 0 && facts.kind !== 'document'
        ? {
            played: played.map((of) => ({
              ...sourceOf(of),
              ...(of === media ? {} : { part: part(of) || 'lighter' }),
            })),
          }
        : {}),
      ...(facts.animated ? { moves: true } : {}),
      tracks: tracks
        .filter(({ assetId }) => assetId === id)
        .map(({ kind, language, label, key, bytes, said }) => ({
          kind,
          language,
          label,
          key,
          name,
          part: [language.toLowerCase(), kind === 'captions' ? '' : kind].filter(Boolean).join('-'),
          bytes,
          said: said ?? [],
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
