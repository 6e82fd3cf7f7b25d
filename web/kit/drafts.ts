import { createStore, del, entries, set } from 'idb-keyval';

/** What this browser keeps until the server has it. One store for all of it, by whose it is, kind, id and who writes it. */
const store = typeof indexedDB === 'undefined' ? null : createStore('placard', 'unsaved');
/** What is kept so. */
export type DraftKind = 'page' | 'label' | 'captions';
let owner = '';

/** Says who writes here: what one person wrote is never sent in another's name. */
export function keepFor(person: string): void {
  owner = person;
}

/** A name that is of whoever writes here alone. */
export const mine = (name: string): string => `${owner}/${name}`;

/** Something that was written and that no window has in hand any more. */
export interface Found<T> {
  key: string;
  id: string;
  what: T;
}

/** What begins the name of what was kept as a window was closed. */
const AT_ONCE = 'placard/unsaved/';
/** What begins the name of a lock that is held for as long as something is written. */
const LOCK = 'placard/writing/';
/** What this window writes just now; a window that has no locks knows of no other. */
const here = new Set<string>();
let counted = 0;

/**
 * Keeps what is written of one thing by one writer: another writer of the same, in this window or another, never
 * writes over it, and nobody is offered it while its writer is there.
 */
export class DraftKeeper {
  readonly #key: string;
  #letGo = () => {};

  constructor(kind: DraftKind, id: string) {
    this.#key = mine(
      `${kind}/${id}/${Date.now().toString(36)}-${++counted}${Math.random().toString(36).slice(2, 8)}`,
    );
    here.add(this.#key);
    const held = new Promise<void>((resolve) => (this.#letGo = resolve));
    void globalThis.navigator?.locks?.request(LOCK + this.#key, () => held).catch(() => undefined);
  }

  /** A browser that keeps nothing is no reason not to write. */
  async keep(what: unknown): Promise<void> {
    if (!store || shut) return;
    const name = AT_ONCE + this.#key;
    try {
      const before = localStorage.getItem(name);
      await set(this.#key, what, store).catch(() => undefined);
      // What was kept before, as a window was to be closed and was not, is older; what was kept meanwhile is not.
      if (localStorage.getItem(name) === before) localStorage.removeItem(name);
    } catch {
      await set(this.#key, what, store).catch(() => undefined);
    }
  }

  /** The same while a window is being closed, when nothing is waited for any more. */
  keepAtOnce(what: unknown): void {
    if (shut) return;
    try {
      localStorage.setItem(AT_ONCE + this.#key, JSON.stringify(what));
    } catch {
      void this.keep(what);
    }
  }

  /** Forgets what the server has now. */
  async forget(): Promise<void> {
    await forgetDraft(this.#key);
  }

  /** Says that nobody writes on: what is kept still is offered from now on. */
  end(): void {
    here.delete(this.#key);
    this.#letGo();
  }
}

/** Forgets something that was found, once it is taken or thrown away on purpose. */
export async function forgetDraft(key: string): Promise<void> {
  try {
    localStorage.removeItem(AT_ONCE + key);
  } catch {}
  if (store) await del(key, store).catch(() => undefined);
}

/** What was kept of a kind, or of one thing of it, by writers that are gone; the latest first. */
export async function keptDrafts<T>(kind: DraftKind, id?: string): Promise<Found<T>[]> {
  const start = mine(`${kind}/`);
  const [all, locks] = await Promise.all([
    everything<T>(),
    globalThis.navigator?.locks?.query().catch(() => null),
  ]);
  const held = new Set(locks?.held?.map(({ name }) => name));
  return all
    .filter(([key]) => key.startsWith(start) && !here.has(key) && !held.has(LOCK + key))
    .map(([key, what]) => {
      const rest = key.slice(start.length);
      const end = rest.lastIndexOf('/');
      // Older ones say nothing of who wrote them.
      return { key, id: end < 0 ? rest : rest.slice(0, end), what };
    })
    .filter((found) => id === undefined || found.id === id)
    .toSorted((one, other) => timeOf(other.what).localeCompare(timeOf(one.what)));
}

/** All that is kept, by its key; what was kept as a window was closed is the later of two. */
async function everything<T>(): Promise<[string, T][]> {
  const all = new Map(store ? await entries<string, T>(store).catch(() => []) : []);
  try {
    for (const name of Object.keys(localStorage))
      if (name.startsWith(AT_ONCE))
        all.set(name.slice(AT_ONCE.length), JSON.parse(localStorage.getItem(name) ?? 'null') as T);
  } catch {}
  return [...all];
}

const timeOf = (what: unknown): string =>
  typeof what === 'object' && what !== null && 'at' in what ? String(what.at) : '';

/** True where anything of somebody's is kept that the server does not have, be it written on still. */
export async function anyDrafts(): Promise<boolean> {
  return (await everything()).some(([key]) => key.startsWith(`${owner}/`));
}

/** True once whoever wrote here has signed out, and wants nothing kept. */
let shut = false;
export const keepsNothing = (): boolean => shut;

/** Forgets all that was kept of whoever writes here, and keeps nothing more of it in this window. */
export async function forgetDrafts(): Promise<void> {
  shut = true;
  const all = await everything();
  await Promise.all(all.flatMap(([key]) => (key.startsWith(`${owner}/`) ? [forgetDraft(key)] : [])));
}
