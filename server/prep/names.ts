import { todayBy } from '../licence/policy.ts';
import { and, desc, eq, inArray, isNull, notLike, sql } from 'drizzle-orm';
import type { NameLine } from '@placard/core/contract';
import { nameBy, namesAmiss, UnknownToken } from '@placard/core/naming';
import type { Database, Queryable } from '../db/database.ts';
import {
  asset,
  formerName,
  original,
  placard,
  rendition,
  searchRow,
  section,
  version,
  site,
} from '../db/schema.ts';
import { clash, unfit } from '../refusal.ts';
import { refreshSearch } from '../search/searchrows.ts';

/** What a pattern would call assets, in the order they are given in, and which of that cannot be. Throws unfit. */
export async function planNames(
  database: Database,
  siteId: string,
  ids: readonly string[],
  pattern: string,
): Promise<NameLine[]> {
  const rows = await database
    .select({
      asset,
      title: placard.title,
      section: section.slug,
      width: version.width,
      height: version.height,
      policy: site.policy,
    })
    .from(asset)
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .innerJoin(section, eq(section.id, asset.sectionId))
    .innerJoin(version, eq(version.id, asset.versionId))
    .innerJoin(site, eq(site.id, asset.siteId))
    .where(and(inArray(asset.id, [...ids]), eq(asset.siteId, siteId)));
  const byId = new Map(rows.map((row) => [row.asset.id, row]));
  const lines = ids.flatMap((id) => byId.get(id) ?? []);
  try {
    const renamings = lines.map((row, place) => ({
      id: row.asset.id,
      before: row.asset.name,
      after: nameBy(
        pattern,
        {
          words: row.title || row.asset.name,
          section: row.section,
          date: todayBy(row.policy, row.asset.addedAt),
          width: row.width,
          height: row.height,
        },
        place + 1,
      ),
    }));
    const amiss = await amissAmong(database, siteId, renamings);
    return renamings.map((line) => ({ ...line, says: amiss.get(line.id) ?? null }));
  } catch (error) {
    if (error instanceof UnknownToken) throw unfit(error.message);
    throw error;
  }
}

/**
 * Renames assets, all or none; each former name leads on to its asset. Throws unfit where a name cannot be, and clash
 * where somebody renamed one of them since.
 */
export async function renameAssets(
  database: Database,
  siteId: string,
  wished: readonly { id: string; before: string; after: string }[],
): Promise<void> {
  const changing = wished.filter(({ before, after }) => before !== after);
  if (changing.length === 0) return;
  await database.transaction(async (transaction) => {
    // One at a time for each site: two renamings at once must not both find a name free.
    await transaction
      .select({ id: section.id })
      .from(section)
      .where(eq(section.siteId, siteId))
      .for('update');
    const ids = changing.map(({ id }) => id);
    const rows = await transaction
      .select({ id: asset.id, name: asset.name })
      .from(asset)
      .where(and(inArray(asset.id, ids), eq(asset.siteId, siteId)))
      .for('update');
    const moved = changing.find(({ id, before }) => rows.find((row) => row.id === id)?.name !== before);
    if (moved)
      throw clash(
        `Somebody renamed or removed “${moved.before}” meanwhile. Nothing was renamed; look at the table again.`,
      );
    const [first] = await amissAmong(transaction, siteId, changing);
    if (first)
      throw unfit(`“${changing.find(({ id }) => id === first[0])?.after}”: ${first[1]} Nothing was renamed.`);
    // Names may go round among these, so each is set aside before the first is given.
    await transaction
      .update(asset)
      .set({ name: sql`concat('?', ${asset.id})` })
      .where(inArray(asset.id, ids));
    for (const { id, after } of changing)
      await transaction.update(asset).set({ name: after }).where(eq(asset.id, id));
    // A name that is in use leads nowhere else.
    const given = new Set(changing.map(({ after }) => after));
    await transaction
      .delete(formerName)
      .where(and(eq(formerName.siteId, siteId), inArray(formerName.name, [...given])));
    const left = changing.filter(({ before }) => !given.has(before));
    if (left.length > 0)
      await transaction
        .insert(formerName)
        .values(left.map(({ id, before }) => ({ siteId, name: before, assetId: id })))
        .onDuplicateKeyUpdate({ set: { assetId: sql`values(asset_id)` } });
    await refreshSearch(transaction, ids);
  });
}

async function amissAmong(
  database: Queryable,
  siteId: string,
  renamings: readonly { id: string; before: string; after: string }[],
): Promise<Map<string, string>> {
  if (renamings.length === 0) return new Map();
  const wished = renamings.map(({ after }) => after);
  const [taken, former] = await Promise.all([
    database
      .select({ id: asset.id, name: asset.name })
      .from(asset)
      .where(and(eq(asset.siteId, siteId), inArray(asset.name, wished))),
    database
      .select({ id: formerName.assetId, name: formerName.name })
      .from(formerName)
      .where(and(eq(formerName.siteId, siteId), inArray(formerName.name, wished))),
  ]);
  // An address that leads on to something goes on leading there; what was called so may be called so again.
  const holders = new Map([...former, ...taken].map(({ id, name }) => [name, id]));
  const wishing = new Map(renamings.map(({ id, after }) => [after, id]));
  return namesAmiss(renamings, (name) => holders.has(name) && holders.get(name) !== wishing.get(name));
}

/** The asset that is called, or was once called, so; null where none was. */
export async function assetNamed(
  database: Database,
  siteId: string,
  name: string,
): Promise<{ id: string; name: string } | null> {
  const [now] = await database
    .select({ id: asset.id, name: asset.name })
    .from(asset)
    .where(and(eq(asset.siteId, siteId), eq(asset.name, name)));
  if (now) return now;
  const [once] = await database
    .select({ id: asset.id, name: asset.name })
    .from(formerName)
    .innerJoin(asset, eq(asset.id, formerName.assetId))
    .where(and(eq(formerName.siteId, siteId), eq(formerName.name, name)));
  return once ?? null;
}

/**
 * The file that stands for an asset where only its name is known, to anybody: the widest that everything reads, or
 * what plays. Null for what is internal, in the bin, or may not be shown by its terms.
 */
export async function publicFile(database: Database, id: string): Promise<string | null> {
  const [row] = await database
    .select({
      asset,
      key: original.key,
      verdict: searchRow.verdict,
      until: searchRow.until,
      policy: site.policy,
    })
    .from(asset)
    .innerJoin(original, eq(original.sha256, asset.sha256))
    .innerJoin(searchRow, eq(searchRow.assetId, asset.id))
    .innerJoin(site, eq(site.id, asset.siteId))
    .where(and(eq(asset.id, id), eq(asset.visibility, 'public'), isNull(asset.binnedAt)));
  if (!row || (row.verdict !== 'yes' && row.verdict !== 'if')) return null;
  if (row.until !== '' && row.until < todayBy(row.policy)) return null;
  const shown =
    row.asset.kind === 'picture'
      ? inArray(rendition.mime, ['image/jpeg', 'image/png'])
      : notLike(rendition.mime, 'image/%');
  const [widest] = await database
    .select({ key: rendition.key })
    .from(rendition)
    .where(and(eq(rendition.versionId, row.asset.versionId), eq(rendition.screen, 'wide'), shown))
    .orderBy(desc(rendition.width))
    .limit(1);
  return widest?.key ?? null;
}
