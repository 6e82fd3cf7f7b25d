import { isDeepStrictEqual } from 'node:util';
import { and, eq, inArray } from 'drizzle-orm';
import { frameToHtml, namedIn, unpack, type Boxed, type Embedded } from '@placard/core/embed';
import { FORMAT, knownTo, usesOfPage, type PageBody, type PageDocument } from '@placard/core/page';
import type { Queryable } from '../db/database.ts';
import { asset, placard } from '../db/schema.ts';
import { clash, unfit } from '../refusal.ts';

/** Throws a Refusal (unfit) for a frame or a box that is not what unpacking would have made of it, whoever sends it. */
export function refuseUnsafe(
  embedded: readonly Pick<Embedded, 'frame' | 'boxed'>[],
  trustedFrames: readonly string[],
): void {
  for (const { frame, boxed } of embedded) {
    const html = frame ? frameToHtml(frame) : '';
    const same = frame ? unpack(html, trustedFrames).html === html : boxed !== null && namesWhatItSays(boxed);
    if (!same) throw unfit('This embed is not safe to place. Paste its code again.');
  }
}

/** True for a box that says of its code what stands in it: its policy is made of that. */
function namesWhatItSays({ code, named }: Boxed): boolean {
  try {
    return isDeepStrictEqual(namedIn(code), named);
  } catch {
    return false;
  }
}

/** A body as it is checked and kept. Throws a Refusal (unfit) for one with something unreadable that was not in the page before. */
export function readAgain(document: PageDocument, before: () => PageDocument | null): PageDocument {
  const known = knownTo(document, before);
  if (known) return known;
  throw unfit(
    'Something in this page cannot be read, and was not in it before. Take it out of the page, and it is saved.',
  );
}

/** Throws a Refusal (clash) for what a window wrote that knows older pages only: it would leave out what it does not know. */
export function refuseOldWindow({ format }: PageDocument): void {
  if (format !== undefined && format !== FORMAT)
    throw clash(
      'Placard was renewed while this window was open. Your words are kept in this browser: load the window anew, and they are offered to you.',
    );
}

/** Throws a Refusal (unfit) that names what is placed and not held any more; what is held cannot be binned until this transaction ends. */
export async function refuseUnknownAssets(
  database: Queryable,
  siteId: string,
  body: PageBody,
): Promise<void> {
  const ids = [...new Set(usesOfPage(body).map(({ asset }) => asset))];
  if (ids.length === 0) return;
  const known = await database
    .select({ id: asset.id, binnedAt: asset.binnedAt, fileName: asset.fileName })
    .from(asset)
    .where(and(inArray(asset.id, ids), eq(asset.siteId, siteId)))
    .for('update');
  const held = new Set(known.filter(({ binnedAt }) => binnedAt === null).map(({ id }) => id));
  const gone = ids.filter((id) => !held.has(id));
  if (gone.length === 0) return;
  const titles = await database
    .select({ id: placard.assetId, title: placard.title })
    .from(placard)
    .where(inArray(placard.assetId, gone));
  const names = gone.map((id) => {
    const title = titles.find((row) => row.id === id)?.title || known.find((row) => row.id === id)?.fileName;
    return title ? `“${title}”` : 'something that nobody remembers';
  });
  const binned = known.some(({ id }) => gone.includes(id));
  throw unfit(
    `Placed in this page and not held here any more: ${names.join(', ')}. Take it out of the page${binned ? ', or out of the bin,' : ''} and it is saved.`,
    { where: gone[0] ?? '' },
  );
}

/** Throws a Refusal (unfit) for what says to nobody what it shows. */
export async function refuseWordless(database: Queryable, id: string): Promise<void> {
  const [row] = await database
    .select({ kind: asset.kind, alt: placard.alt, decorative: placard.decorative })
    .from(asset)
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .where(eq(asset.id, id));
  if (row && row.kind !== 'document' && row.alt === '' && !row.decorative)
    throw unfit(
      'It has no alt text yet. Say what it shows, or that it is decorative, before it stands in a page.',
    );
}
