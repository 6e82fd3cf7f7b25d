import fc from 'fast-check';
import { describe, expect, inject, it } from 'vitest';
import {
  happened,
  isUnsaved,
  resting,
  type Doing,
  type Happening,
  type Pace,
  type Writing,
} from './writing.ts';

const PACE: Pace = { pause: 800, longest: 6000, again: 3000 };
const begin = () => resting(1, 'begun', '');

/** What becomes of it, one after the other; and all that is done on the way. */
function all(happenings: Happening<string>[], first = begin()): [Writing<string>, Doing<string>[]] {
  let state = first;
  const doings: Doing<string>[] = [];
  for (const happening of happenings) {
    const [next, done] = happened(state, happening, PACE);
    state = next;
    doings.push(...done);
  }
  return [state, doings];
}
const written = (text: string, now = 0): Happening<string> => ({ what: 'written', draft: () => text, now });
const due = (save: string, now = 0): Happening<string> => ({ what: 'due', save, now });
const answered = (version: number, now = 0): Happening<string> => ({
  what: 'answered',
  version,
  at: 'then',
  now,
});
const sends = (doings: Doing<string>[]) =>
  doings.flatMap((doing) =>
    doing.do === 'send' ? [`${doing.save.draft} as ${doing.save.id} on ${doing.version}`] : [],
  );

describe('what is saved by itself', () => {
  it('is saved once it rests, and once more for what was written meanwhile', () => {
    const [state, doings] = all([
      written('O'),
      written('On'),
      due('a'),
      written('One'),
      answered(2),
      due('b'),
      answered(3),
    ]);
    expect(sends(doings)).toEqual(['On as a on 1', 'One as b on 2']);
    expect([state.phase, state.there, doings.at(-1)]).toEqual([
      'saved',
      { version: 3, draft: 'One' },
      { do: 'forget' },
    ]);
  });

  it('is saved while somebody never pauses', () => {
    const [, doings] = all([written('O', 0), written('On', 700), written('One', 5900)]);
    const waits = doings.flatMap((doing) => (doing.do === 'wait' ? [doing.milliseconds] : []));
    expect(waits).toEqual([800, 800, 100]);
  });

  it('is sent again as it was where no answer came, before what was written since', () => {
    const [state, doings] = all([
      written('One'),
      due('a'),
      { what: 'lost', says: 'no connection' },
      written('Two'),
      due('b'),
      answered(2),
      due('c'),
      answered(3),
    ]);
    expect(sends(doings)).toEqual(['One as a on 1', 'One as a on 1', 'Two as c on 2']);
    expect(state.phase).toBe('saved');
  });

  it('stops after somebody else’s save, keeps what is written then, and goes on from theirs', () => {
    const [stopped, doings] = all([
      written('Mine'),
      due('a'),
      { what: 'clashed', says: 'somebody saved' },
      written('Mine too'),
      due('b'),
    ]);
    expect([stopped.phase, stopped.written?.(), sends(doings)]).toEqual([
      'clash',
      'Mine too',
      ['Mine as a on 1'],
    ]);
    expect(doings.filter((doing) => doing.do === 'forget')).toEqual([]);
    const [, on] = all(
      [{ what: 'brought', version: 7, there: 'theirs', draft: () => 'both', now: 0 }, due('c'), answered(8)],
      stopped,
    );
    expect(sends(on)).toEqual(['both as c on 7']);
    const [dropped] = all([{ what: 'brought', version: 7, there: 'theirs', draft: null, now: 0 }], stopped);
    expect([dropped.phase, isUnsaved(dropped)]).toEqual(['saved', false]);
  });

  it('keeps what was refused, until it is written on', () => {
    const [state] = all([written('One'), due('a'), { what: 'refused', says: 'too long' }]);
    expect([state.phase, state.written?.(), state.says]).toEqual(['refused', 'One', 'too long']);
  });

  it('loses nothing, whatever the connection, the server and others do, and never says that it is saved when it is not', () => {
    const step = fc.oneof(
      { weight: 5, arbitrary: fc.constant('key' as const) },
      { weight: 4, arbitrary: fc.constant('due' as const) },
      fc.constantFrom('answer', 'lost before', 'lost after', 'refuse', 'other', 'bring' as const),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 60 }), (steps) => {
        let state = begin();
        /** The server: what stands there, by which save, and what it was sent and has not answered. */
        let server = { version: 1, draft: 'begun', save: '' };
        let under: { save: { id: string; draft: string }; version: number } | null = null;
        let kept: string | null = null;
        let [keys, saves] = [0, 0];
        let last = 'begun';
        const happens = (happening: Happening<string>) => {
          const [next, doings] = happened(state, happening, PACE);
          state = next;
          for (const doing of doings) {
            if (doing.do === 'send') {
              expect(under).toBeNull();
              under = doing;
            }
            if (doing.do === 'keep') kept = state.written?.() ?? state.sent?.draft ?? kept;
            if (doing.do === 'forget') kept = null;
          }
        };
        const take = () => {
          if (!under) return false;
          const { save, version } = under;
          if (save.id === server.save && server.version === version + 1) return true;
          if (version !== server.version) return false;
          server = { version: version + 1, draft: save.draft, save: save.id };
          return true;
        };
        for (const now of steps) {
          if (now === 'key') {
            last = `key ${++keys}`;
            const text = last;
            happens({ what: 'written', draft: () => text, now: keys });
          } else if (now === 'due') happens({ what: 'due', save: `save ${++saves}`, now: keys });
          else if (now === 'other')
            server = { version: server.version + 1, draft: 'somebody else’s', save: '' };
          else if (now === 'bring') {
            if (state.phase !== 'clash') continue;
            const mine = last;
            happens({
              what: 'brought',
              version: server.version,
              there: server.draft,
              draft: () => mine,
              now: keys,
            });
          } else if (under) {
            const there = now === 'lost before' || now === 'refuse' ? null : take();
            under = null;
            if (now === 'refuse') happens({ what: 'refused', says: 'no' });
            else if (now === 'answer' && there)
              happens({ what: 'answered', version: server.version, at: '', now: keys });
            else if (now === 'answer') happens({ what: 'clashed', says: 'somebody saved' });
            else happens({ what: 'lost', says: 'away' });
          }
          // What was typed last is on the server, on its way, or kept in this browser.
          const held = [server.draft, kept, state.written?.(), state.sent?.draft];
          if (server.draft !== 'somebody else’s') expect(held).toContain(last);
          if (state.phase === 'saved') {
            expect(isUnsaved(state)).toBe(false);
            expect(state.there.draft).toBe(last);
          } else expect([state.written?.(), state.sent?.draft]).toContain(last);
        }
      }),
      { numRuns: inject('long') ? 50_000 : 1500 },
    );
  });
});
