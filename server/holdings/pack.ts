import { and, eq, inArray, isNull } from 'drizzle-orm';
import { Paths } from '@placard/core/naming';
import Papa from 'papaparse';
import type { Readable } from 'node:stream';
import yazl from 'yazl';
import { statement, statementText } from '@placard/core/credit';
import type { Database } from '../db/database.ts';
import { asset, original, ownTerms, placard } from '../db/schema.ts';
import { gone } from '../refusal.ts';
import type { Store } from '../store/store.ts';
import { addFile } from '../store/zip.ts';
import { placardOf, termsOfLabel } from '../licence/labelrow.ts';

/** A ZIP of originals under their names, with a list of their labels (`credits.csv`, RFC 4180). Throws gone. */
export async function packAssets(
  database: Database,
  store: Store,
  siteId: string,
  ids: readonly string[],
): Promise<Readable> {
  const rows = await database
    .select({ asset, original, placard, ownTerms })
    .from(asset)
    .innerJoin(original, eq(original.sha256, asset.sha256))
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .leftJoin(ownTerms, eq(ownTerms.id, placard.licence))
    .where(and(inArray(asset.id, [...ids]), eq(asset.siteId, siteId), isNull(asset.binnedAt)))
    .orderBy(asset.name);
  if (rows.length === 0) throw gone('None of these is held here any more.');
  const zip = new yazl.ZipFile();
  const paths = new Paths();
  const lines = rows.map((row) => {
    const file = paths.of(row.asset.id, '', row.asset.name, row.original.facts.extension);
    addFile(zip, store, file, row.original.key);
    const label = placardOf(row.placard);
    return {
      file,
      title: label.title,
      alt: label.decorative ? '' : label.alt,
      caption: label.caption,
      keywords: label.keywords,
      creator: label.creator,
      source: label.source,
      licence: label.licence,
      credit: statementText(statement(label, { terms: termsOfLabel(label, row.ownTerms) })),
    };
  });
  zip.addBuffer(Buffer.from(`${Papa.unparse(lines, { escapeFormulae: true })}\r\n`), 'credits.csv');
  zip.end();
  return zip.outputStream as Readable;
}
