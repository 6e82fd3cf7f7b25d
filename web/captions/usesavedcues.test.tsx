// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook } from '@testing-library/react';
import fc from 'fast-check';
import { useState, type ReactNode } from 'react';
import { afterEach, beforeEach, expect, inject, it, vi } from 'vitest';
import { putCaptions, readTrack, removeTrack } from '@placard/core/contract';
import { readCaptions, writeVtt, type Cue } from '@placard/core/captions';
import { Refusal } from '../kit/api.ts';
import { useSavedCues } from './usesavedcues.ts';

const server = vi.hoisted(() => ({ call: vi.fn() }));
vi.mock('../kit/api.ts', async (real) => ({ ...(await real()), call: server.call }));

/** The track as the server has it; null where there is none. */
let there: { version: number; text: string } | null;
/** Everything that the server ever had of it. */
let stored: string[];
let net: 'well' | 'slow' | 'away' | 'loses answers';
/** Versions are never used again, as ids of rows are not. */
let versions: number;

const cue = (text: string): Cue => ({ start: 0, end: 1, text }) as Cue;
const said = (text: string) => {
  const read = readCaptions(text);
  return 'cues' in read ? read.cues.map((one) => one.text).join('|') : '';
};
const put = (text: string) => {
  there = text === '' ? null : { version: ++versions, text };
  stored.push(text === '' ? '' : said(text));
};

type Asked = { body?: { text: string; version: number }; query?: { version: string } };
function answer(endpoint: unknown, { body, query }: Asked): unknown {
  if (endpoint === readTrack) {
    if (!there) throw new Refusal(404, { title: 'These captions were taken off meanwhile.' });
    return there;
  }
  if (endpoint === removeTrack) {
    if (!there) throw new Refusal(404, { title: 'These captions were taken off meanwhile.' });
    if (Number(query?.version) !== there.version)
      throw new Refusal(409, { title: 'Somebody has written them.' });
    return put('');
  }
  if (endpoint !== putCaptions || !body) throw new Error('asked for something else');
  if (body.version !== (there?.version ?? 0)) throw new Refusal(409, { title: 'Somebody has written them.' });
  put(body.text);
  return { version: there?.version, tracks: [{ id: 'track-1', kind: 'captions', language: 'en' }] };
}

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  [there, stored, net, versions] = [null, [], 'well', 0];
  server.call.mockImplementation(async (...asked: [unknown, Asked]) => {
    if (net === 'away') throw new Refusal(0, {});
    if (net === 'slow') await new Promise((resolve) => setTimeout(resolve, 700));
    const answered = answer(...asked);
    if (net === 'loses answers') throw new Refusal(0, {});
    return answered;
  });
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const pass = (milliseconds: number) => act(() => vi.advanceTimersByTimeAsync(milliseconds));

function open() {
  const client = new QueryClient();
  return renderHook(
    () => {
      const [cues, load] = useState<readonly Cue[]>([]);
      const [writes, count] = useState(0);
      const which = { asset: 'film-1', track: there && 'track-1', kind: 'captions' as const, language: 'en' };
      const saved = useSavedCues(which, { cues, writes, load });
      const write = (words: string) => {
        load(words === '' ? [] : [cue(words)]);
        count((before) => before + 1);
      };
      return { ...saved, cues, write };
    },
    {
      wrapper: ({ children }: { children: ReactNode }) => (
        <QueryClientProvider client={client}>{children}</QueryClientProvider>
      ),
    },
  );
}

it('what is written is saved, and all that is taken out takes the track off', async () => {
  const hook = open();
  await pass(10);
  act(() => hook.result.current.write('North'));
  await pass(5000);
  expect([said(there?.text ?? ''), hook.result.current.saved.state]).toEqual(['North', 'saved']);
  act(() => hook.result.current.write(''));
  await pass(5000);
  expect([there, hook.result.current.saved.state]).toEqual([null, 'saved']);
});

it('what somebody else wrote meanwhile is not taken off with one’s own', async () => {
  put(writeVtt([cue('North')]));
  const hook = open();
  await pass(10);
  expect(hook.result.current.cues.map(({ text }) => text)).toEqual(['North']);
  put(writeVtt([cue('Theirs')]));
  act(() => hook.result.current.write(''));
  await pass(5000);
  expect([said(there?.text ?? ''), hook.result.current.saved.state]).toEqual(['Theirs', 'clash']);
  await act(() => hook.result.current.loadTheirs());
  await pass(10);
  expect(hook.result.current.cues.map(({ text }) => text)).toEqual(['Theirs']);
});

it('what was saved after all, though its window was closed before it heard so, is not offered again', async () => {
  const first = open();
  await pass(10);
  net = 'loses answers';
  act(() => first.result.current.write('North'));
  dispatchEvent(new Event('pagehide'));
  await pass(2000);
  expect(said(there?.text ?? '')).toBe('North');
  first.unmount();
  await pass(20_000);
  expect(Object.values(localStorage).join()).toContain('North');
  net = 'well';
  const next = open();
  await pass(1000);
  expect([next.result.current.brought, next.result.current.saved.state]).toEqual([false, 'saved']);
  expect(Object.keys(localStorage)).toEqual([]);
});

const seldom = fc.nat(4).map((nth) => nth === 0);
const anEvent = fc.oneof(
  fc.record({ do: fc.constant('write' as const), nothing: seldom }),
  fc.record({ do: fc.constant('other' as const), nothing: seldom }),
  fc.record({
    do: fc.constant('net' as const),
    is: fc.constantFrom('well', 'slow', 'away', 'loses answers' as const),
  }),
  fc.record({ do: fc.constant('pass' as const), milliseconds: fc.constantFrom(0, 50, 900, 3500) }),
);

it('whatever the connection does and others write, nothing is called saved that the server never had', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(anEvent, { minLength: 8, maxLength: 25, size: 'max' }), async (events) => {
      localStorage.clear();
      [there, stored, net, versions] = [null, [''], 'well', 0];
      const hook = open();
      await pass(1000);
      let [mine, count] = ['', 0];
      const isTrue = () => {
        const { saved } = hook.result.current;
        if (saved.state === 'saved') expect(stored).toContain(mine);
      };
      for (const event of events) {
        if (event.do === 'pass') await pass(event.milliseconds);
        else if (event.do === 'net') net = event.is;
        else if (event.do === 'other') put(event.nothing ? '' : writeVtt([cue(`Theirs ${++count}`)]));
        else {
          mine = event.nothing ? '' : `Mine ${++count}`;
          act(() => hook.result.current.write(mine));
        }
        isTrue();
      }
      net = 'well';
      await pass(20_000);
      const { saved, cues } = hook.result.current;
      isTrue();
      // What was not taken stands here still, and says why.
      expect(['saved', 'clash']).toContain(saved.state);
      if (saved.state === 'clash') expect(cues.map(({ text }) => text).join('|')).toBe(mine);
      hook.unmount();
      await pass(10_000);
    }),
    { numRuns: inject('long') ? 2000 : 60 },
  );
});
