import { createStore, del, entries, get, set } from 'idb-keyval';

/** What this browser keeps until the server has it. One store for all of it, by whose it is, kind and id. */
const store = typeof indexedDB === 'undefined' ? null : createStore('placard', 'unsaved');
/** What is kept so. */
type Kept = 'page' | 'label' | 'captions';
let owner = '';

/** Says who writes here: what one person wrote is never sent in another's name. */
export function keepFor(person: string): void {
  owner = person;
}

/** A name that is of whoever writes here alone. */
export const mine = (name: string): string => `${owner}/${name}`;

const keyOf = (kind: Kept, id = '') => mine(`${kind}/${id}`);

/** Keeps something that was written and is not saved yet. A browser that keeps nothing is no reason not to write. */
export async function keep(kind: Kept, id: string, what: unknown): Promise<void> {
  if (store) await set(keyOf(kind, id), what, store).catch(() => undefined);
}

/** What was kept, or undefined. */
export async function kept<T>(kind: Kept, id: string): Promise<T | undefined> {
  return store ? get<T>(keyOf(kind, id), store).catch(() => undefined) : undefined;
}

/** Forgets what the server has now. */
export async function forget(kind: Kept, id: string): Promise<void> {
  if (store) await del(keyOf(kind, id), store).catch(() => undefined);
}

/** Everything of a kind that waits, by id. */
export async function allKept<T>(kind: Kept): Promise<[string, T][]> {
  if (!store) return [];
  const all = await entries<string, T>(store).catch(() => []);
  const start = keyOf(kind);
  return all.flatMap(([key, what]) => (key.startsWith(start) ? [[key.slice(start.length), what]] : []));
}
