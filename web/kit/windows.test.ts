// @vitest-environment jsdom
import fc from 'fast-check';
import { afterEach, beforeEach, expect, inject, it, vi } from 'vitest';
import type { Writer } from './writer.ts';

/** What a browser has for all of its windows: a database, and locks that go with who holds them. */
const browser = vi.hoisted(() => ({
  disk: new Map<string, unknown>(),
  locks: new Map<string, number>(),
  /** Which window wrote under which name. */
  owners: new Map<string, number>(),
  /** The window that something is done in just now. */
  now: 0,
  closed: new Set<number>(),
}));
const isClosed = (name: string) => browser.closed.has(browser.owners.get(name) ?? -1);
vi.mock('idb-keyval', () => ({
  createStore: () => ({}),
  // A window that is closed does nothing any more, whatever its timers wanted.
  // It takes a while, in which a window may be written in, or closed.
  set: (key: string, value: unknown) => {
    const as = structuredClone(value);
    return new Promise<void>((resolve) =>
      setTimeout(() => resolve(isClosed(key) ? undefined : void browser.disk.set(key, as)), 30),
    );
  },
  del: (key: string) => Promise.resolve(void browser.disk.delete(key)),
  entries: () => Promise.resolve([...browser.disk]),
}));

/** Words that were typed, one after the other: what was written is all of them. */
type Draft = readonly string[];
const both = (one: Draft, other: Draft): Draft => [...new Set([...one, ...other])];

/** What the server has of the thing, and by which saves. */
let server: { version: number; draft: Draft; saves: Map<string, number> };
/** Everything that it ever had. */
let stored: Set<string>;
let net: 'well' | 'slow' | 'away' | 'loses answers';

const LOCK = 'placard/writing/';
beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('indexedDB', {});
  vi.stubGlobal('navigator', {
    locks: {
      request: (name: string, hold: () => Promise<void>) => {
        browser.locks.set(name, browser.now);
        browser.owners.set(name.slice(LOCK.length), browser.now);
        return hold().then(() => void browser.locks.delete(name));
      },
      query: () => Promise.resolve({ held: [...browser.locks.keys()].map((name) => ({ name })) }),
    },
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

function begin(): void {
  localStorage.clear();
  for (const part of [browser.disk, browser.locks, browser.owners, browser.closed]) part.clear();
  browser.now = 0;
  [server, stored, net] = [{ version: 1, draft: [], saves: new Map() }, new Set(), 'well'];
}

/** Somebody saves, from whatever window. */
function store(draft: Draft, save: string): number {
  server = { version: server.version + 1, draft, saves: server.saves };
  server.saves.set(save, server.version);
  for (const word of draft) stored.add(word);
  return server.version;
}

/** A window, with modules of its own as windows have. */
class Window {
  readonly typed: string[] = [];
  writer: Writer<Draft> | undefined;
  constructor(
    readonly number: number,
    private readonly modules: {
      Writer: typeof Writer;
      Refusal: new (status: number, problem: object) => Error;
      kept: <T>(kind: 'page', id: string) => Promise<{ key: string; what: T }[]>;
      forget: (key: string) => Promise<void>;
    },
  ) {}

  /** Opens the thing: what no other window has in hand is gone on with. */
  async open(): Promise<void> {
    browser.now = this.number;
    const { Refusal } = this.modules;
    const found = await this.modules.kept<{ draft: Draft; version: number }>('page', 'thing');
    this.writer = new this.modules.Writer<Draft>({
      kind: 'page',
      id: 'thing',
      version: server.version,
      draft: server.draft,
      at: '',
      kept: (draft, version) => ({ draft, version, at: new Date().toISOString() }),
      send: async (version, draft, save) => {
        if (browser.closed.has(this.number)) return new Promise(() => undefined);
        if (net === 'away') throw new Refusal(0, {});
        if (net === 'slow') await new Promise((resolve) => setTimeout(resolve, 700));
        const known = server.saves.get(save);
        if (known === undefined && version !== server.version) throw new Refusal(409, { title: 'Clash' });
        const next = known ?? store(draft, save);
        if (net === 'loses answers') throw new Refusal(0, {});
        return { version: next, at: '' };
      },
    });
    for (const { key, what } of found) {
      const mine = both(this.draft(), what.draft);
      this.writer.write(() => mine);
      if (what.version !== server.version) this.writer.clash('Somebody saved since.');
      this.writer.keepNow();
      await this.modules.forget(key);
    }
  }

  draft(): Draft {
    const { written, sent, there } = this.writer?.state ?? {};
    return written?.() ?? sent?.draft ?? there?.draft ?? [];
  }

  type(word: string): void {
    browser.now = this.number;
    const next = [...this.draft(), word];
    this.typed.push(word);
    this.writer?.write(() => next);
  }

  /** Brings what is written here and what somebody else saved together. */
  settle(): void {
    const mine = this.draft();
    if (this.writer?.state.phase === 'clash')
      this.writer.bring(server.version, server.draft, () => both(server.draft, mine));
  }

  leave(): void {
    browser.now = this.number;
    void this.writer?.leave();
    this.writer = undefined;
  }

  close(): void {
    browser.now = this.number;
    this.writer?.keepNow(true);
    this.writer = undefined;
    browser.closed.add(this.number);
    for (const [name, owner] of browser.locks) if (owner === this.number) browser.locks.delete(name);
  }

  /** Nothing is called saved that the server never had. */
  tells(): void {
    if (this.writer?.state.phase === 'saved')
      for (const word of this.draft()) expect([word, stored.has(word)]).toEqual([word, true]);
  }
}

/** Modules for so many windows; made once, since each takes a while. */
async function windowModules(many: number) {
  const all = [];
  for (let at = 0; at < many; at++) {
    vi.resetModules();
    const [{ Writer }, { Refusal }, { keptDrafts, forgetDraft, keepFor }] = await Promise.all([
      import('./writer.ts'),
      import('./api.ts'),
      import('./drafts.ts'),
    ]);
    keepFor('anna');
    all.push({ Writer, Refusal, kept: keptDrafts, forget: forgetDraft });
  }
  return all;
}

/** Windows that are open at once, and that are opened instead of those that were closed. */
const [WINDOWS, MORE] = [3, 6];
const which = fc.nat(WINDOWS - 1);
const anEvent = fc.oneof(
  { weight: 6, arbitrary: fc.record({ do: fc.constant('type' as const), which }) },
  {
    weight: 5,
    arbitrary: fc.record({
      do: fc.constant('pass' as const),
      milliseconds: fc.constantFrom(0, 100, 400, 1000, 4000),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({ do: fc.constantFrom('leave', 'open', 'close', 'settle' as const), which }),
  },
  { weight: 1, arbitrary: fc.constant({ do: 'other' as const }) },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant('net' as const),
      is: fc.constantFrom('well', 'slow', 'away', 'loses answers' as const),
    }),
  },
);

it('whatever windows, connections and others do, every word that was typed is stored in the end', async () => {
  const modules = await windowModules(WINDOWS + MORE);
  const pass = (milliseconds: number) => vi.advanceTimersByTimeAsync(milliseconds);
  await fc.assert(
    fc.asyncProperty(fc.array(anEvent, { minLength: 10, maxLength: 40, size: 'max' }), async (events) => {
      begin();
      let [words, opened] = [0, 0];
      const windows: Window[] = [];
      // A window that is closed has nothing in hand any more; the next one knows nothing of it.
      const fresh = [...modules];
      const at: (typeof modules)[number][] = fresh.splice(0, WINDOWS);
      const open = async (place: number) => {
        const made = at[place];
        if (!made) return;
        windows[place] = new Window(++opened, made);
        await windows[place].open();
      };
      const typed: string[] = [];
      for (const event of events) {
        if (event.do === 'pass') await pass(event.milliseconds);
        else if (event.do === 'net') net = event.is;
        else if (event.do === 'other') store([...server.draft, `theirs ${++words}`], `other ${words}`);
        else {
          const window = windows[event.which];
          if (event.do === 'open') {
            if (!window?.writer) await open(event.which);
          } else if (event.do === 'type') {
            if (!window?.writer) await open(event.which);
            typed.push(`mine ${++words}`);
            windows[event.which]?.type(`mine ${words}`);
          } else if (event.do !== 'close') window?.[event.do]();
          else if (window?.writer) {
            const next = fresh.shift();
            if (!next) continue;
            window.close();
            at[event.which] = next;
          }
        }
        for (const window of windows) window?.tells();
      }
      net = 'well';
      // All are left; whoever opens it after that is offered what was not saved.
      for (let round = 0; round < 4; round++) {
        for (const window of windows) window?.settle();
        await pass(20_000);
        for (const window of windows) window?.tells();
        for (const window of windows) window?.leave();
        await pass(20_000);
        await open(0);
      }
      windows[0]?.settle();
      await pass(20_000);
      windows[0]?.leave();
      await pass(20_000);
      for (const word of typed) expect(server.draft).toContain(word);
      expect([...browser.disk.keys(), ...Object.keys(localStorage)]).toEqual([]);
    }),
    { numRuns: inject('long') ? 5000 : 150 },
  );
});
