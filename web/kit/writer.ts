import { useEffect, useState, useSyncExternalStore } from 'react';
import { mayPass, Refusal } from './api.ts';
import { DraftKeeper, keepsNothing, type DraftKind } from './drafts.ts';
import { paced } from './pace.ts';
import {
  happened,
  isUnsaved,
  resting,
  type Doing,
  type Happening,
  type Pace,
  type Writing,
} from './writing.ts';

/** As long as it can be read that it is not saved. */
const RETRY = 3000;
/** How long after a key it is kept in this browser at the latest. */
const KEEP = paced(250);

/** How long after it was left what is kept belongs to its writer still, in milliseconds: as long as screens wait for the save. */
const LEFT = 5000;

const PACE: Pace = { pause: paced(800), longest: paced(6000), again: RETRY };

/** What a writer has to know of what it writes. */
export interface Written<D> {
  kind: DraftKind;
  id: string;
  version: number;
  draft: D;
  /** When the server took it last (ISO 8601). */
  at: string;
  /** Saves a draft over a version. Throws Refusal. */
  send: (version: number, draft: D, save: string) => Promise<{ version: number; at: string }>;
  /** Whether what the server has by now is this very draft: an answer may have been lost. Null where it is not. */
  isThere?: (draft: D) => Promise<{ version: number; at: string } | null>;
  /** What of a draft is kept in this browser. */
  kept: (draft: D, version: number) => unknown;
  /** A window that is closed does not ask: what is kept is sent by the next one, whatever that shows. */
  quiet?: boolean;
}

/** Saves what is written of one thing, and keeps in this browser what the server does not have. */
export class Writer<D> {
  #state: Writing<D>;
  readonly #listeners = new Set<() => void>();
  #keeper: DraftKeeper;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #keeping: ReturnType<typeof setTimeout> | undefined;
  #running: Promise<void> = Promise.resolve();
  #left = false;
  /** What it keeps is anybody's to take up. */
  #ended = false;
  #saves = 0;

  constructor(private readonly written: Written<D>) {
    this.#state = resting(written.version, written.draft, written.at);
    this.#keeper = new DraftKeeper(written.kind, written.id);
  }

  get quiet(): boolean {
    return this.written.quiet ?? false;
  }

  get state(): Writing<D> {
    return this.#state;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => void this.#listeners.delete(listener);
  };

  /** Has a draft saved when its writer pauses. */
  write(draft: () => D): void {
    this.#happen({ what: 'written', draft, now: Date.now() });
  }

  /** Saves what is not saved, now; resolves when that was answered or went wrong. */
  async flush(): Promise<void> {
    this.#due();
    await this.#running;
    // What was written while an earlier save was under way.
    if (this.#state.written && this.#state.phase === 'writing') {
      this.#due();
      await this.#running;
    }
  }

  /** Goes on from what somebody else saved. */
  bring(version: number, there: D, draft: (() => D) | null): void {
    this.#happen({ what: 'brought', version, there, draft, now: Date.now() });
  }

  /** Stops it until somebody says how it goes on: somebody else saved since what was written here. */
  clash(says: string): void {
    clearTimeout(this.#timer);
    this.#happen({ what: 'clashed', says });
  }

  /** Keeps what is not saved, as it is; `closing` where the window is, and nothing is waited for. */
  keepNow(closing = false): void {
    clearTimeout(this.#keeping);
    this.#keeping = undefined;
    const { written, sent, there } = this.#state;
    const draft = written ? written() : sent?.draft;
    if (draft === undefined) return;
    const what = this.written.kept(draft, there.version);
    if (closing) this.#keeper.keepAtOnce(what);
    else void this.#keeper.keep(what);
  }

  /** Goes on with it after it was left. */
  come(): void {
    if (!this.#left) return;
    this.#left = false;
    if (!this.#ended) return;
    this.#ended = false;
    this.#keeper = new DraftKeeper(this.written.kind, this.written.id);
  }

  /** Leaves it: saves what is not saved yet, once; what the server does not take then stays in this browser. */
  async leave(): Promise<void> {
    const { written } = this.#state;
    if (written) {
      // Whoever wrote it may be gone when it is sent.
      const draft = written();
      this.#state = { ...this.#state, written: () => draft };
    }
    this.keepNow();
    this.#left = true;
    // Whoever comes back while nothing is answered is offered what is kept.
    const patience = setTimeout(() => this.#end(), LEFT);
    await this.flush();
    clearTimeout(patience);
    this.#end();
  }

  /** Lets go of what is kept, unless its writer came back: it was kept as it was left, and is not kept once more. */
  #end(): void {
    if (!this.#left) return;
    clearTimeout(this.#timer);
    clearTimeout(this.#keeping);
    this.#keeping = undefined;
    this.#keeper.end();
    this.#ended = true;
  }

  #happen(happening: Happening<D>): void {
    const [next, doings] = happened(this.#state, happening, PACE);
    const changed =
      next.phase !== this.#state.phase || next.says !== this.#state.says || next.at !== this.#state.at;
    this.#state = next;
    for (const doing of doings) this.#do(doing);
    // The same for every key: nothing is drawn anew for it.
    if (changed) for (const listener of this.#listeners) listener();
  }

  #due(): void {
    clearTimeout(this.#timer);
    this.#happen({
      what: 'due',
      save: `${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 10)}-${++this.#saves}`,
      now: Date.now(),
    });
  }

  #do(doing: Doing<D>): void {
    switch (doing.do) {
      case 'wait':
        clearTimeout(this.#timer);
        if (!this.#left) this.#timer = setTimeout(() => this.#due(), doing.milliseconds);
        break;
      case 'keep':
        this.#keeping ??= setTimeout(() => this.keepNow(), KEEP);
        break;
      case 'forget':
        clearTimeout(this.#keeping);
        this.#keeping = undefined;
        void this.#keeper.forget();
        break;
      case 'send':
        this.#running = this.#send(doing.version, doing.save.draft, doing.save.id);
    }
  }

  async #send(version: number, draft: D, save: string): Promise<void> {
    try {
      const { version: next, at } = await this.written.send(version, draft, save);
      this.#happen({ what: 'answered', version: next, at, now: Date.now() });
    } catch (error) {
      const refusal = error instanceof Refusal ? error : new Refusal(0, {});
      const says = refusal.message;
      if (mayPass(refusal)) return this.#happen({ what: 'lost', says });
      if (refusal.status !== 409) return this.#happen({ what: 'refused', says });
      const there = await this.written.isThere?.(draft).catch(() => null);
      if (there) this.#happen({ what: 'answered', ...there, now: Date.now() });
      else this.#happen({ what: 'clashed', says });
    }
  }
}

/**
 * Has a window that is closed ask first, and keep what is not saved; and one that is online again save it. Answers how
 * that ends.
 */
export function heedWindow<D>(writer: Writer<D>): () => void {
  const warn = (event: BeforeUnloadEvent) => {
    if (keepsNothing() || !isUnsaved(writer.state)) return;
    writer.keepNow(true);
    if (!writer.quiet) event.preventDefault();
  };
  const keep = () => writer.keepNow(true);
  const online = () => void (writer.state.phase === 'away' && writer.flush());
  addEventListener('beforeunload', warn);
  addEventListener('pagehide', keep);
  addEventListener('online', online);
  return () => {
    removeEventListener('beforeunload', warn);
    removeEventListener('pagehide', keep);
    removeEventListener('online', online);
  };
}

/**
 * A writer for as long as a screen shows what it writes. Leaving the screen saves; closing the window asks first, and
 * what is not saved by then is kept.
 * @param leaving is given the last save of it, for who looks at it next
 */
export function useWriter<D>(
  make: () => Written<D>,
  leaving: (saved: Promise<void>) => void = () => undefined,
): { writer: Writer<D>; state: Writing<D> } {
  const [writer] = useState(() => new Writer(make()));
  const state = useSyncExternalStore(writer.subscribe, () => writer.state);
  const [left] = useState(() => leaving);
  useEffect(() => {
    writer.come();
    const forget = heedWindow(writer);
    return () => {
      forget();
      left(writer.leave());
    };
  }, [writer, left]);
  return { writer, state };
}
