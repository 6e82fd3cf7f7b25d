import { eq, inArray } from 'drizzle-orm';
import { newId } from '@placard/server/db/columns';
import { openDatabase } from '@placard/server/db/database';
import { arrival, asset, placard, site, user } from '@placard/server/db/schema';
import { refreshSearch } from '@placard/server/search/searchrows';
import { openServer } from '@placard/server/testing/openserver';
import type { Figure, Place } from '@placard/launcher/bench';
import { fill } from './holdings.bench.ts';
import { asking } from './pages.bench.ts';

const ASSETS = 20_000;
/** Comps that wait for their originals, and files that have just come. */
const [COMPS, ARRIVALS] = [600, 6];
const SAME = 5000;

/** Screens that must not grow with what is held, over 20,000 assets, against asking who one is. */
export async function bench(_place: Place): Promise<Figure[]> {
  const server = await openServer();
  const database = openDatabase(server.databaseUrl);
  try {
    const editor = await server.signIn('editor');
    await fill(database, [], ASSETS);
    const [[there], [person]] = await Promise.all([
      database.select().from(site),
      database.select().from(user).where(eq(user.role, 'editor')),
    ]);
    const comps = (await database.select({ id: asset.id }).from(asset).limit(COMPS)).map(({ id }) => id);
    await database.update(placard).set({ licence: 'comp' }).where(inArray(placard.assetId, comps));
    for (let from = 0; from < comps.length; from += 200)
      await refreshSearch(database, comps.slice(from, from + 200));
    const [first] = await database.select().from(asset).limit(1);
    // The same file held again and again, as where many sites were brought together.
    const others = await database.select({ id: asset.id }).from(asset).limit(SAME);
    await database
      .update(asset)
      .set({ sha256: first?.sha256 ?? '' })
      .where(
        inArray(
          asset.id,
          others.map(({ id }) => id),
        ),
      );
    await database.insert(arrival).values(
      Array.from({ length: ARRIVALS }, (_, at) => ({
        id: newId(),
        siteId: there?.id ?? '',
        personId: person?.id ?? '',
        fileName: `picture-${at}.jpg`,
        bytes: 40_000,
        state: 'ready' as const,
        sha256: first?.sha256 ?? '',
        proposedTitle: `Picture ${at}`,
        arrivedAt: new Date(),
      })),
    );
    const me = await asking(editor, '/api/me');
    const figures: [string, string][] = [
      ['what has arrived, a handful', '/api/arrivals'],
      [`${COMPS} comps that wait`, '/api/comps'],
      ['counts of all facets', '/api/assets?counted=yes&limit=0'],
      ['counts of all facets of one kind', '/api/assets?counted=yes&limit=0&kind=picture'],
    ];
    const all: Figure[] = [];
    for (const [says, path] of figures) {
      const time = await asking(editor, path);
      const bytes = JSON.stringify((await editor.ask('GET', path)).body).length;
      all.push({
        says: `${says}, of ${ASSETS.toLocaleString('en')} assets ÷ who one is, median`,
        ratio: time / me,
        wanted: '≤ 10',
        detail: `${time.toFixed(1)} ms, ${me.toFixed(1)} ms; ${Math.round(bytes / 1000)} kB`,
      });
    }
    return all;
  } finally {
    await database.close();
    await server.close();
  }
}
