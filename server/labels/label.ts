import type { Person } from '@placard/core/contract';
import { changeKeywords, type Placard } from '@placard/core/credit';
import type { Database } from '../db/database.ts';
import { clash, notHeld } from '../refusal.ts';
import { writeLabels, type Written } from './write.ts';

/** As many characters as the line of keywords on a placard takes. */
const MOST_KEYWORDS = 2000;

/**
 * Changes fields of a placard. Throws a Refusal with clash when somebody changed it after `since`,
 * so that nobody's words are overwritten unseen.
 */
export async function labelAsset(
  database: Database,
  siteId: string,
  person: Person,
  id: string,
  since: number,
  changes: Partial<Placard>,
): Promise<{ placard: Placard; version: number }> {
  let found: { label: Placard; version: number } | undefined;
  const changesOf = (label: Placard, version: number) => {
    found = { label, version };
    if (version !== since)
      throw clash(
        'Somebody changed this placard while you wrote. Their words are shown now; yours are kept beside them.',
        { currentVersion: version },
      );
    return changes;
  };
  const writing = { personId: person.id, source: 'placard' as const };
  const [written] = await database.transaction((transaction) =>
    writeLabels(transaction, siteId, writing, new Map([[id, changesOf]])),
  );
  if (!found) throw notHeld();
  return { placard: { ...found.label, ...written?.after }, version: written?.version ?? found.version };
}

/** What stood on placards before, the same texts together. */
type Stood = { assets: string[]; changes: Partial<Placard> }[];

/** Writes fields on many placards, all or none. Answers what stood there. */
export async function labelAssets(
  database: Database,
  siteId: string,
  person: Person,
  labels: readonly { assets: readonly string[]; changes: Partial<Placard> }[],
): Promise<Stood> {
  const changesOf = new Map(
    labels.flatMap(({ assets, changes }) => assets.map((id) => [id, () => changes] as const)),
  );
  return writeMany(database, siteId, person, changesOf);
}

/** Adds keywords to many placards and takes others away, all or none. Answers what stood there. */
export async function keywordAssets(
  database: Database,
  siteId: string,
  person: Person,
  { assets, add, remove }: { assets: readonly string[]; add: string; remove: string },
): Promise<Stood> {
  const changes = ({ keywords }: Placard) => ({
    keywords: changeKeywords(keywords, add, remove).slice(0, MOST_KEYWORDS),
  });
  return writeMany(database, siteId, person, new Map(assets.map((id) => [id, changes])));
}

async function writeMany(
  database: Database,
  siteId: string,
  person: Person,
  changesOf: Parameters<typeof writeLabels>[3],
): Promise<Stood> {
  const writing = { personId: person.id, source: 'many' as const };
  const written = await database.transaction((transaction) =>
    writeLabels(transaction, siteId, writing, changesOf),
  );
  return together(written);
}

function together(written: readonly Written[]): Stood {
  const stood = new Map<string, Stood[number]>();
  for (const { asset, before } of written) {
    const same = JSON.stringify(before);
    const group = stood.get(same) ?? { assets: [], changes: before };
    group.assets.push(asset);
    stood.set(same, group);
  }
  return [...stood.values()];
}
