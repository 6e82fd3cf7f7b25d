import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';

const folder = new URL('migrations/', import.meta.url);
const journal = JSON.parse(readFileSync(new URL('meta/_journal.json', folder), 'utf8')) as {
  entries: { idx: number; tag: string }[];
};

it('every migration of the journal is there, in order, and of the snapshots only the last', () => {
  const files = readdirSync(folder).filter((name) => name.endsWith('.sql'));
  expect(journal.entries.map(({ tag }) => `${tag}.sql`)).toEqual(files.toSorted());
  expect(journal.entries.map(({ idx }) => idx)).toEqual(files.map((_, at) => at));
  const last = String(journal.entries.at(-1)?.idx).padStart(4, '0');
  const snapshots = readdirSync(new URL('meta/', folder)).filter((name) => name !== '_journal.json');
  expect(snapshots).toEqual([`${last}_snapshot.json`]);
});
