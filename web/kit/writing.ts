/** One save, by an id of its own: sent again, it is the same one. */
export interface Save<D> {
  id: string;
  draft: D;
}

/** What somebody writes and what is saved of it by itself, as one window knows. */
export interface Writing<D> {
  /** `away` where no answer came; `refused` where the server does not take it; `clash` where somebody else saved first. */
  phase: 'saved' | 'writing' | 'sending' | 'away' | 'refused' | 'clash';
  /** What the server has of it, and its version there. */
  there: { version: number; draft: D };
  /** Written and not sent; made only when it is sent or kept: writing it down takes longer than a key may. */
  written: (() => D) | null;
  /** Sent, with no answer that says what became of it. */
  sent: Save<D> | null;
  /** When the first of what is not sent was written, in milliseconds. */
  since: number | null;
  /** Why it is not saved. */
  says: string;
  /** When the server took it last (ISO 8601). */
  at: string;
}

/** What happens to it. */
export type Happening<D> =
  | { what: 'written'; draft: () => D; now: number }
  /** It has rested, or is to be saved at once. */
  | { what: 'due'; save: string; now: number }
  | { what: 'answered'; version: number; at: string; now: number }
  /** Nobody knows whether it has come. */
  | { what: 'lost'; says: string }
  | { what: 'refused'; says: string }
  | { what: 'clashed'; says: string }
  /** What somebody else saved, and what goes on from there: null where nothing of this window's is left. */
  | { what: 'brought'; version: number; there: D; draft: (() => D) | null; now: number };

/** What is to be done then. */
export type Doing<D> =
  | { do: 'send'; save: Save<D>; version: number }
  /** To save it in so many milliseconds, unless something else is waited for. */
  | { do: 'wait'; milliseconds: number }
  /** To keep what is written in this browser; to forget it, since the server has it. */
  | { do: 'keep' }
  | { do: 'forget' };

/** How long nothing is written before it is saved, the longest that is waited for that, and how soon it is tried again; in milliseconds. */
export interface Pace {
  pause: number;
  longest: number;
  again: number;
}

/** What nobody has written in yet. */
export const resting = <D>(version: number, draft: D, at: string): Writing<D> => ({
  phase: 'saved',
  there: { version, draft },
  written: null,
  sent: null,
  since: null,
  says: '',
  at,
});

/** True where the server may not have all of it. */
export const isUnsaved = ({ written, sent, phase }: Writing<unknown>): boolean =>
  written !== null || sent !== null || phase === 'clash';

/**
 * The one way that whatever is saved by itself goes: one save at a time, each with an id; what gets no answer is sent
 * again as it was, before what was written since; after somebody else's save it stops until somebody says how it goes on.
 */
export function happened<D>(
  state: Writing<D>,
  happening: Happening<D>,
  pace: Pace,
): [Writing<D>, Doing<D>[]] {
  const waitFrom = (since: number, now: number): Doing<D> => ({
    do: 'wait',
    // Who never pauses is saved all the same.
    milliseconds: Math.max(0, Math.min(pace.pause, pace.longest - (now - since))),
  });
  const { sent, written, since } = state;
  switch (happening.what) {
    case 'written': {
      const { draft, now } = happening;
      const next = { ...state, written: draft, since: since ?? now };
      if (state.phase === 'clash') return [next, [{ do: 'keep' }]];
      if (sent) return [next, [{ do: 'keep' }]];
      return [{ ...next, phase: 'writing' }, [{ do: 'keep' }, waitFrom(since ?? now, now)]];
    }
    case 'due': {
      if (state.phase === 'clash' || state.phase === 'sending') return [state, []];
      const { version } = state.there;
      if (sent) return [{ ...state, phase: 'sending' }, [{ do: 'send', save: sent, version }]];
      if (!written) return [state, []];
      const save = { id: happening.save, draft: written() };
      return [
        { ...state, phase: 'sending', sent: save, written: null, since: null },
        [{ do: 'send', save, version }],
      ];
    }
    case 'answered': {
      if (!sent) return [state, []];
      const { version, at, now } = happening;
      const next = { ...state, there: { version, draft: sent.draft }, sent: null, says: '', at };
      return written
        ? [{ ...next, phase: 'writing' }, [{ do: 'keep' }, waitFrom(since ?? now, now)]]
        : [{ ...next, phase: 'saved' }, [{ do: 'forget' }]];
    }
    case 'lost':
      return [
        { ...state, phase: 'away', says: happening.says },
        [{ do: 'keep' }, { do: 'wait', milliseconds: pace.again }],
      ];
    case 'refused':
    case 'clashed': {
      const draft = sent?.draft;
      return [
        {
          ...state,
          phase: happening.what === 'refused' ? 'refused' : 'clash',
          says: happening.says,
          sent: null,
          // What was refused is written still.
          written: written ?? (draft === undefined ? null : () => draft),
        },
        [{ do: 'keep' }],
      ];
    }
    case 'brought': {
      const { version, there, draft, now } = happening;
      const next = { ...state, there: { version, draft: there }, sent: null, says: '', written: draft };
      return draft
        ? [{ ...next, phase: 'writing', since: now }, [{ do: 'keep' }, waitFrom(now, now)]]
        : [{ ...next, phase: 'saved', since: null }, [{ do: 'forget' }]];
    }
  }
}
