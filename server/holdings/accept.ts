import { and, eq, inArray, like, or } from 'drizzle-orm';
import type { AnyMySqlColumn } from 'drizzle-orm/mysql-core';
import type { Person, Planned, Wish } from '@placard/core/contract';
import { BLANK_PLACARD } from '@placard/core/credit';
import { freeName, slug } from '@placard/core/naming';
import { newId } from '../db/columns.ts';
import type { Database, Queryable } from '../db/database.ts';
import { arrival, asset, formerName, original, placard, prepSheet, section } from '../db/schema.ts';
import { gone, othersGone, sectionGone } from '../refusal.ts';
import { enqueue } from '../queue/queue.ts';
import { AS_IT_CAME, preparedBy, UNTONED, type Sheet, type Tone } from '@placard/core/prep';
import { toneOf } from '../imaging/smallpicture.ts';
import type { Store } from '../store/store.ts';
import { addVersion } from './versions.ts';
import { replaceFile } from './replacefile.ts';
import { refreshSearch } from '../search/searchrows.ts';

/** The name an arrival wants, before anybody asks whether it is taken: of its words, else of its kind. */
function wantedName(wish: Wish, row: { proposedTitle: string }, kind: string): string {
  // A camera's number is no name, and titleFromFileName found no words in it either.
  return slug(wish.title || row.proposedTitle, kind);
}

/** What accepting would do, one after another; arrivals that cannot be accepted are left out. */
export async function planArrivals(database: Database, siteId: string, wishes: Wish[]): Promise<Planned[]> {
  const rows = await database
    .select({ arrival, facts: original.facts })
    .from(arrival)
    .innerJoin(original, eq(original.sha256, arrival.sha256))
    .where(
      and(
        eq(arrival.siteId, siteId),
        inArray(
          arrival.id,
          wishes.map(({ id }) => id),
        ),
      ),
    );
  const byId = new Map(rows.map((row) => [row.arrival.id, row]));
  const wanted = wishes.flatMap((wish) => {
    const row = byId.get(wish.id);
    return row ? [{ wish, base: wantedName(wish, row.arrival, row.facts.kind) }] : [];
  });
  const taken = await namesLike(database, siteId, [...new Set(wanted.map(({ base }) => base))]);
  const promised = new Set<string>();
  return wanted.map(({ wish, base }) => {
    const holder = taken.get(base) ?? null;
    const name =
      wish.taken === 'replace' && holder
        ? base
        : freeName(base, (name) => taken.has(name) || promised.has(name));
    if (!(wish.taken === 'skip' && holder)) promised.add(name);
    return { id: wish.id, name, takenBy: holder };
  });
}

/** Who has these names or the same with a number behind; null for a name that only leads on to another. */
async function namesLike(database: Queryable, siteId: string, bases: string[]) {
  const holders = new Map<string, { id: string; title: string } | null>();
  if (bases.length === 0) return holders;
  const alike = (name: AnyMySqlColumn) =>
    or(inArray(name, bases), ...bases.map((base) => like(name, `${base}-%`)));
  const former = await database
    .select({ name: formerName.name })
    .from(formerName)
    .where(and(eq(formerName.siteId, siteId), alike(formerName.name)));
  const rows = await database
    .select({ id: asset.id, name: asset.name, title: placard.title, fileName: asset.fileName })
    .from(asset)
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .where(and(eq(asset.siteId, siteId), alike(asset.name)));
  for (const { name } of former) holders.set(name, null);
  for (const { id, name, title, fileName } of rows) holders.set(name, { id, title: title || fileName });
  return holders;
}

/**
 * Takes one arrival into the holdings: asset, placard, first version and the wish for its
 * renditions appear together or not at all; or its file takes another's place. Answers the
 * asset's id; null when somebody else took the arrival first. Throws a Refusal.
 */
export async function acceptArrival(
  database: Database,
  store: Store,
  siteId: string,
  person: Person,
  wish: Wish,
): Promise<string | null> {
  const rule = await ruleFor(database, store, wish);
  return database.transaction(async (transaction) => {
    const [row] = await transaction
      .select()
      .from(arrival)
      .where(and(eq(arrival.id, wish.id), eq(arrival.siteId, siteId), eq(arrival.state, 'ready')))
      .for('update');
    if (!row?.sha256) return null;
    const [file] = await transaction.select().from(original).where(eq(original.sha256, row.sha256));
    // One at a time for each site: two acceptances at once must not both find a name free.
    const sections = await transaction
      .select({ id: section.id })
      .from(section)
      .where(eq(section.siteId, siteId))
      .for('update');
    if (!file || !sections.some(({ id }) => id === wish.section)) throw sectionGone();
    const base = wantedName(wish, row, file.facts.kind);
    const taken = await namesLike(transaction, siteId, [base]);
    const place = wish.instead ?? (wish.taken === 'replace' ? taken.get(base)?.id : undefined);
    const holder = taken.get(base);
    if (wish.taken === 'skip' && holder)
      throw gone(
        `It stays in the arrivals: “${base}” is what “${holder.title}” is called. Give it another name, or let it be numbered.`,
      );
    await transaction.delete(arrival).where(eq(arrival.id, wish.id));
    if (place) {
      const [held] = await transaction
        .select({ id: asset.id })
        .from(asset)
        .where(and(eq(asset.id, place), eq(asset.siteId, siteId)));
      if (!held) throw othersGone();
      await replaceFile(transaction, person.id, place, row.sha256);
      await transaction.update(asset).set({ arrivalId: row.id }).where(eq(asset.id, place));
      return place;
    }
    const [id, versionId] = [newId(), newId()];
    await transaction.insert(asset).values({
      id,
      siteId,
      sectionId: wish.section,
      kind: file.facts.kind,
      name: freeName(base, (name) => taken.has(name)),
      fileName: row.fileName,
      sha256: row.sha256,
      versionId,
      visibility: wish.visibility,
      widest: wish.widest,
      prepared: 'waiting',
      personId: person.id,
      arrivalId: row.id,
      addedAt: new Date(),
    });
    await transaction
      .insert(placard)
      .values({ ...BLANK_PLACARD, ...row.label, assetId: id, title: wish.title || (row.label?.title ?? '') });
    await addVersion(transaction, {
      id: versionId,
      asset: id,
      sha256: row.sha256,
      facts: file.facts,
      person: person.id,
    });
    if (rule && file.facts.kind === 'picture' && !file.facts.animated) {
      const preparation = preparedBy(rule.sheet, AS_IT_CAME, file.facts, rule.improved);
      const next = await addVersion(transaction, {
        asset: id,
        sha256: row.sha256,
        facts: file.facts,
        preparation,
        person: person.id,
      });
      await transaction.update(asset).set({ nextVersionId: next }).where(eq(asset.id, id));
    }
    await refreshSearch(transaction, [id]);
    await enqueue(transaction, 'prepare', id, `Preparing ${wish.title || row.fileName}`);
    return id;
  });
}

/** The prep sheet that rules a section, and the tone it wishes for this arrival; read before anything is held still for it. */
async function ruleFor(
  database: Database,
  store: Store,
  wish: Wish,
): Promise<{ sheet: Sheet; improved: Tone } | null> {
  const [rule] = await database
    .select({ sheet: prepSheet.sheet })
    .from(section)
    .innerJoin(prepSheet, eq(prepSheet.id, section.sheetId))
    .where(eq(section.id, wish.section));
  if (rule?.sheet.tone?.way !== 'improve') return rule ? { ...rule, improved: UNTONED } : null;
  const [file] = await database
    .select({ thumbnail: original.thumbnail })
    .from(arrival)
    .innerJoin(original, eq(original.sha256, arrival.sha256))
    .where(eq(arrival.id, wish.id));
  return { ...rule, improved: await toneOf(store, file?.thumbnail ?? null) };
}
