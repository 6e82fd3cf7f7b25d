import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import { createHash } from 'node:crypto';
import { readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { fileTypeFromBuffer } from 'file-type';
import {
  MOST_EVIDENCE,
  type addPermission as addPermissionEndpoint,
  type PermissionOnFile,
  type Person,
} from '@placard/core/contract';
import { inBytes } from '@placard/core/text';
import type * as v from 'valibot';
import { newId } from '../db/columns.ts';
import type { Database } from '../db/database.ts';
import { asset, evidence, permission, placard, user } from '../db/schema.ts';
import { assetsChanged } from '../search/searchrows.ts';
import { clash, notHeld, permissionGone, tooMuch, unfit } from '../refusal.ts';
import type { Outbound } from '../outbound/outbound.ts';
import type { Store } from '../store/store.ts';

type Wish = v.InferOutput<typeof addPermissionEndpoint.body>;

/** What may be attached, by what the bytes are; the rest only as plain text. */
const ATTACHED = new Set(['pdf', 'png', 'jpg', 'webp', 'eml', 'docx', 'odt', 'zip']);
const MOST_ATTACHED = 20;

const checker = alias(user, 'checker');

/** What lies on file of an asset, the newest first. Throws gone. */
export async function listPermissions(
  database: Database,
  store: Store,
  siteId: string,
  assetId: string,
): Promise<PermissionOnFile[]> {
  const [held] = await database
    .select({ id: asset.id })
    .from(asset)
    .where(and(eq(asset.id, assetId), eq(asset.siteId, siteId)));
  if (!held) throw notHeld();
  const rows = await readPermissions(database)
    .where(eq(permission.assetId, assetId))
    .orderBy(desc(permission.addedAt));
  return described(database, store, rows);
}

/** Permissions that nobody has looked at yet, the oldest first. */
export async function listUnchecked(database: Database, store: Store, siteId: string) {
  const rows = await readPermissions(database)
    .where(and(eq(permission.state, 'unchecked'), eq(asset.siteId, siteId), isNull(asset.binnedAt)))
    .orderBy(asc(permission.addedAt))
    .limit(200);
  const lines = await described(database, store, rows);
  return rows.map((row, at) => ({
    asset: row.permission.assetId,
    title: row.title || row.fileName,
    permission: lines[at] as PermissionOnFile,
  }));
}

function readPermissions(database: Database) {
  return database
    .select({
      permission,
      by: user.name,
      checkedBy: checker.name,
      title: placard.title,
      fileName: asset.fileName,
    })
    .from(permission)
    .innerJoin(asset, eq(asset.id, permission.assetId))
    .innerJoin(placard, eq(placard.assetId, asset.id))
    .leftJoin(user, eq(user.id, permission.personId))
    .leftJoin(checker, eq(checker.id, permission.checkedBy))
    .$dynamic();
}

async function described(
  database: Database,
  store: Store,
  rows: { permission: typeof permission.$inferSelect; by: string | null; checkedBy: string | null }[],
): Promise<PermissionOnFile[]> {
  const ids = rows.map((row) => row.permission.id);
  const files =
    ids.length === 0
      ? []
      : await database
          .select()
          .from(evidence)
          .where(inArray(evidence.permissionId, ids))
          .orderBy(asc(evidence.at));
  return rows.map(({ permission: row, by, checkedBy }) => {
    const { id, kind, giver, givenOn, until, commercial, changes, note, state, says } = row;
    return {
      id,
      kind,
      giver,
      givenOn,
      until,
      commercial,
      changes,
      note,
      state,
      says,
      addedBy: by ?? '',
      addedAt: row.addedAt.toISOString(),
      checkedBy,
      checkedAt: row.checkedAt?.toISOString() ?? null,
      evidence: files
        .filter(({ permissionId }) => permissionId === id)
        .map(({ id, kind, name, address, bytes, at, key }) => ({
          id,
          kind,
          name,
          address,
          bytes,
          at: at.toISOString(),
          url: store.address(key),
        })),
    };
  });
}

/** Puts a permission on file, for a reviewer to look at. Throws gone. */
export async function addPermission(
  database: Database,
  siteId: string,
  person: Person,
  assetId: string,
  wish: Wish,
): Promise<string> {
  const id = newId();
  await database.transaction(async (transaction) => {
    const [held] = await transaction
      .select({ id: asset.id })
      .from(asset)
      .where(and(eq(asset.id, assetId), eq(asset.siteId, siteId)));
    if (!held) throw notHeld();
    await transaction.insert(permission).values({
      id,
      assetId,
      ...wish,
      personId: person.id,
      addedAt: new Date(),
      state: 'unchecked',
    });
    await assetsChanged(transaction, [assetId]);
  });
  return id;
}

/** Attaches what shows a permission, which a reviewer has to look at then. Throws a Refusal. */
export async function addEvidence(
  {
    database,
    store,
    outbound,
    uploads,
  }: { database: Database; store: Store; outbound: Outbound; uploads: string },
  siteId: string,
  permissionId: string,
  given: { name: string; base64: string } | { address: string },
): Promise<string> {
  const [row] = await database
    .select({ assetId: permission.assetId })
    .from(permission)
    .innerJoin(asset, eq(asset.id, permission.assetId))
    .where(and(eq(permission.id, permissionId), eq(asset.siteId, siteId)));
  if (!row) throw permissionGone();
  const there = await database.$count(evidence, eq(evidence.permissionId, permissionId));
  if (there >= MOST_ATTACHED) throw clash(`${MOST_ATTACHED} files are attached already.`);
  const file =
    'address' in given
      ? await snapshot(outbound, uploads, given.address)
      : { kind: 'file' as const, name: given.name, address: '', bytes: Buffer.from(given.base64, 'base64') };
  if (file.bytes.length === 0) throw unfit('This file is empty.');
  if (file.bytes.length > MOST_EVIDENCE)
    throw tooMuch(`This file is larger than ${inBytes(MOST_EVIDENCE)}. Attach a smaller one.`);
  const extension = await kindOf(file.bytes);
  const sha256 = createHash('sha256').update(file.bytes).digest('hex');
  const id = newId();
  const key = `evidence/${permissionId}/${id}.${extension}`;
  await store.put(key, file.bytes);
  try {
    await database.transaction(async (transaction) => {
      await transaction.insert(evidence).values({
        id,
        permissionId,
        kind: file.kind,
        name: file.name.slice(0, 255),
        address: file.address,
        sha256,
        key,
        bytes: file.bytes.length,
        at: new Date(),
      });
      // What was approved was approved without this.
      await transaction
        .update(permission)
        .set({ state: 'unchecked', checkedBy: null, checkedAt: null })
        .where(eq(permission.id, permissionId));
      await assetsChanged(transaction, [row.assetId]);
    });
  } catch (error) {
    await store.delete(key);
    throw error;
  }
  return id;
}

/** What the bytes are, as the extension that they are kept and handed out under: text where they are nothing known. */
async function kindOf(bytes: Buffer): Promise<string> {
  const extension = (await fileTypeFromBuffer(bytes))?.ext ?? '';
  if (ATTACHED.has(extension)) return extension;
  if (extension !== '' && extension !== 'xml')
    throw unfit('Only documents, pictures and text can be attached. Make a PDF of it.');
  if (bytes.includes(0)) throw unfit('This is no document that can be opened again. Make a PDF of it.');
  return 'txt';
}

/** What a file that shows a permission is saved as: its own name, ending as what it is. */
export async function evidenceName(database: Database, key: string): Promise<string> {
  const [row] = await database.select({ name: evidence.name }).from(evidence).where(eq(evidence.key, key));
  const ending = key.slice(key.lastIndexOf('.'));
  return `${(row?.name ?? 'evidence').replace(/\.[a-z0-9]{1,5}$/i, '')}${ending}`;
}

async function snapshot(outbound: Outbound, uploads: string, address: string) {
  const path = join(uploads, `snapshot-${newId()}`);
  try {
    await outbound.download(address, path, { mostBytes: MOST_EVIDENCE, within: 30_000 }, () => {});
    return { kind: 'address' as const, name: new URL(address).host, address, bytes: await readFile(path) };
  } finally {
    await rm(path, { force: true });
  }
}

/** Approves or refuses a permission. Throws gone. */
export async function decidePermission(
  database: Database,
  siteId: string,
  person: Person,
  id: string,
  { state, says }: { state: 'approved' | 'refused'; says: string },
): Promise<void> {
  await database.transaction(async (transaction) => {
    const [row] = await transaction
      .select({ assetId: permission.assetId })
      .from(permission)
      .innerJoin(asset, eq(asset.id, permission.assetId))
      .where(and(eq(permission.id, id), eq(asset.siteId, siteId)))
      .for('update');
    if (!row) throw permissionGone();
    await transaction
      .update(permission)
      .set({ state, says, checkedBy: person.id, checkedAt: new Date() })
      .where(eq(permission.id, id));
    await assetsChanged(transaction, [row.assetId]);
  });
}
