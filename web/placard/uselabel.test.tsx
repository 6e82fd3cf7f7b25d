// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, inject, it, vi } from 'vitest';
import { labelAsset, type AssetDetail } from '@placard/core/contract';
import { BLANK_PLACARD, type Placard } from '@placard/core/credit';
import { Refusal } from '../kit/api.ts';
import { keyOf } from '../kit/asking.ts';
import { useLabel } from './uselabel.ts';

const server = vi.hoisted(() => ({ call: vi.fn() }));
const browser = vi.hoisted(() => ({ kept: new Map<string, unknown>() }));
vi.mock('../kit/api.ts', async (real) => ({ ...(await real()), call: server.call }));
vi.mock('../kit/drafts.ts', () => ({
  DraftKeeper: class {
    constructor(
      _kind: string,
      readonly id: string,
    ) {}
    keepAtOnce = (what: unknown) => void browser.kept.set(this.id, what);
    keep = (what: unknown) => Promise.resolve(void browser.kept.set(this.id, what));
    forget = () => Promise.resolve(void browser.kept.delete(this.id));
    end = () => undefined;
  },
  keptDrafts: (_kind: string, id: string) =>
    Promise.resolve(
      browser.kept.has(`found ${id}`)
        ? [{ key: `found ${id}`, id, what: browser.kept.get(`found ${id}`) }]
        : [],
    ),
  forgetDraft: (key: string) => Promise.resolve(void browser.kept.delete(key)),
  keepsNothing: () => false,
}));

/** The label as the server has it. */
let there: { version: number; placard: Placard };
/** What was sent of it, in order. */
const sent: Partial<Placard>[] = [];

const detail = () =>
  ({ id: 'asset-1', placard: there.placard, placardVersion: there.version }) as unknown as AssetDetail;

/** Answers as the server does; `first` may refuse or hold up a save before it is looked at. */
function answering(first: (changes: Partial<Placard>) => void | Promise<void> = () => undefined): void {
  server.call.mockImplementation(
    async (endpoint: unknown, { body }: { body: { version: number; changes: Partial<Placard> } }) => {
      if (endpoint !== labelAsset) return detail();
      await first(body.changes);
      if (body.version !== there.version) throw new Refusal(409, { title: 'Somebody wrote on it.' });
      sent.push(body.changes);
      there = { version: there.version + 1, placard: { ...there.placard, ...body.changes } };
      return { version: there.version, placard: there.placard };
    },
  );
}

/** Somebody else writes on it. */
const other = (changes: Partial<Placard>) => {
  there = { version: there.version + 1, placard: { ...there.placard, ...changes } };
};

function open() {
  const client = new QueryClient();
  client.setQueryData(keyOf(labelAsset, { id: 'asset-1' }), detail());
  return renderHook(({ asset }) => useLabel(asset), {
    initialProps: { asset: detail() },
    wrapper: ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    ),
  });
}
const pass = (milliseconds: number) => act(() => vi.advanceTimersByTimeAsync(milliseconds));

beforeEach(() => {
  vi.useFakeTimers();
  there = { version: 1, placard: { ...BLANK_PLACARD, title: 'Dome', alt: 'A dome.' } };
  sent.length = 0;
  browser.kept.clear();
  answering();
});
afterEach(async () => {
  cleanup();
  // What is left is saved once more.
  await pass(100);
  vi.useRealTimers();
});

describe('a label that is written on', () => {
  type Hook = ReturnType<typeof open>;
  const write = (hook: Hook, changes: Partial<Placard>) => act(() => hook.result.current.change(changes));

  it('shows what was written at once, and keeps it until the server has it', async () => {
    const hook = open();
    await pass(0);
    write(hook, { alt: 'An old dome.' });
    expect(hook.result.current.placard.alt).toBe('An old dome.');
    expect(browser.kept.get('asset-1')).toEqual({
      changes: { alt: 'An old dome.' },
      before: { alt: 'A dome.' },
      at: expect.any(String),
    });
    await pass(10);
    expect(there.placard.alt).toBe('An old dome.');
    expect(browser.kept.size).toBe(0);
  });

  it('is saved in the order in which it was written, each on the version before', async () => {
    let answerFirst: (() => void) | undefined;
    answering(({ alt }) => (alt === 'One' ? new Promise((resolve) => (answerFirst = resolve)) : undefined));
    const hook = open();
    write(hook, { alt: 'One' });
    await pass(10);
    write(hook, { alt: 'Two' });
    write(hook, { creator: 'Edda Quill' });
    await pass(50);
    expect(sent).toEqual([]);
    answerFirst?.();
    await pass(50);
    // What was written while the first was under way goes together.
    expect(sent).toEqual([{ alt: 'One' }, { alt: 'Two', creator: 'Edda Quill' }]);
    expect(hook.result.current.conflict).toBeNull();
  });

  it('is saved by itself once the server is back, and shows what was written meanwhile', async () => {
    let away = true;
    answering(() => {
      if (away) throw new Refusal(0, {});
    });
    const hook = open();
    write(hook, { alt: 'One' });
    await pass(100);
    expect(hook.result.current.refused).not.toBeNull();
    expect(hook.result.current.placard.alt).toBe('One');
    expect(browser.kept.size).toBe(1);
    away = false;
    await pass(3100);
    expect([there.placard.alt, hook.result.current.refused, browser.kept.size]).toEqual(['One', null, 0]);
  });

  it('goes beside what somebody else wrote in other fields', async () => {
    const hook = open();
    other({ creator: 'Maren Aldous' });
    write(hook, { alt: 'One' });
    await pass(50);
    expect(there.placard).toMatchObject({ alt: 'One', creator: 'Maren Aldous' });
    expect(hook.result.current.conflict).toBeNull();
  });

  it('shows theirs where somebody else wrote in the same field, and writes mine only when I say so', async () => {
    const hook = open();
    other({ alt: 'Theirs' });
    write(hook, { alt: 'Mine' });
    await pass(50);
    hook.rerender({ asset: detail() });
    expect(hook.result.current.placard.alt).toBe('Theirs');
    expect(hook.result.current.conflict?.says).toContain('“Mine”');
    expect(browser.kept.size).toBe(1);
    act(() => hook.result.current.conflict?.useMine());
    await pass(50);
    expect(there.placard.alt).toBe('Mine');
    expect([hook.result.current.conflict, browser.kept.size]).toEqual([null, 0]);
  });

  it('forgets mine where theirs is taken', async () => {
    const hook = open();
    other({ alt: 'Theirs' });
    write(hook, { alt: 'Mine' });
    await pass(50);
    act(() => hook.result.current.conflict?.useTheirs());
    await pass(50);
    expect([there.placard.alt, browser.kept.size]).toEqual(['Theirs', 0]);
  });

  it('knows its own save again when the answer was lost on the way', async () => {
    let lost = true;
    answering((changes) => {
      if (!lost) return;
      lost = false;
      other(changes);
      throw new Refusal(0, {});
    });
    const hook = open();
    write(hook, { alt: 'One' });
    await pass(3200);
    expect([hook.result.current.conflict, hook.result.current.refused, browser.kept.size]).toEqual([
      null,
      null,
      0,
    ]);
  });

  it('is closed without a question in the middle of a save, and kept', async () => {
    answering(() => new Promise(() => undefined));
    const hook = open();
    write(hook, { alt: 'One' });
    await pass(10);
    browser.kept.clear();
    const closing = new Event('beforeunload', { cancelable: true });
    dispatchEvent(closing);
    expect([closing.defaultPrevented, browser.kept.size]).toEqual([false, 1]);
  });

  it('says why it is refused, and keeps what was written', async () => {
    answering(() => {
      throw new Refusal(422, { title: 'This licence is not on the list.' });
    });
    const hook = open();
    write(hook, { licence: 'made-up' });
    await pass(50);
    expect(hook.result.current.refused).toBe('This licence is not on the list.');
    expect([hook.result.current.placard.licence, browser.kept.size]).toEqual(['made-up', 1]);
  });

  it.each<[string, Partial<Placard>, string, boolean]>([
    ['is sent where nobody wrote there since', {}, 'Mine', false],
    ['is offered where somebody did', { alt: 'Theirs' }, 'Theirs', true],
    ['is forgotten where they wrote the same', { alt: 'Mine' }, 'Mine', false],
  ])('what was kept of it from before %s', async (_name, since, alt, offered) => {
    browser.kept.set('found asset-1', { changes: { alt: 'Mine' }, before: { alt: 'A dome.' } });
    other(since);
    const hook = open();
    await pass(50);
    expect(there.placard.alt).toBe(alt);
    expect(hook.result.current.conflict !== null).toBe(offered);
    expect(browser.kept.size).toBe(offered ? 1 : 0);
  });
});

/** What happens while a label is written on. */
const anEvent = fc.oneof(
  fc.record({
    do: fc.constant('write' as const),
    field: fc.constantFrom('alt', 'title', 'caption' as const),
  }),
  fc.record({
    do: fc.constant('other' as const),
    field: fc.constantFrom('alt', 'title', 'caption' as const),
  }),
  fc.record({
    do: fc.constant('net' as const),
    is: fc.constantFrom('well', 'slow', 'away', 'loses answers' as const),
  }),
  fc.record({ do: fc.constant('pass' as const), milliseconds: fc.constantFrom(0, 5, 200, 3500) }),
);

it('whatever the connection does and others write, what was written was stored or is offered', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(anEvent, { minLength: 8, maxLength: 25, size: 'max' }), async (events) => {
      there = { version: 1, placard: { ...BLANK_PLACARD, title: 'Dome', alt: 'A dome.' } };
      sent.length = 0;
      browser.kept.clear();
      let net: 'well' | 'slow' | 'away' | 'loses answers' = 'well';
      answering(async () => {
        if (net === 'away') throw new Refusal(0, {});
        if (net === 'slow') await new Promise((resolve) => setTimeout(resolve, 700));
      });
      const stored = server.call.getMockImplementation();
      server.call.mockImplementation(async (...asked: unknown[]) => {
        if (net === 'away') throw new Refusal(0, {});
        const answer = (await stored?.(...asked)) as unknown;
        if (net === 'loses answers') throw new Refusal(0, {});
        return answer;
      });
      const hook = open();
      await pass(0);
      const mine = new Map<string, string>();
      let count = 0;
      for (const event of events) {
        if (event.do === 'pass') await pass(event.milliseconds);
        else if (event.do === 'net') net = event.is;
        else if (event.do === 'other') other({ [event.field]: `Theirs ${++count}` });
        else if (hook.result.current.conflict === null) {
          mine.set(event.field, `Mine ${++count}`);
          act(() => hook.result.current.change({ [event.field]: `Mine ${count}` }));
        }
        // Nothing of mine is both out of the server's hands and out of this browser's.
        for (const [field, words] of mine)
          if (!sent.some((changes) => changes[field as 'alt'] === words))
            expect(JSON.stringify([...browser.kept.values()])).toContain(words);
      }
      net = 'well';
      await pass(20_000);
      const { conflict, refused } = hook.result.current;
      for (const [field, words] of mine)
        expect(
          sent.some((changes) => changes[field as 'alt'] === words) || conflict?.says.includes(words),
        ).toBe(true);
      expect(refused).toBeNull();
      expect(browser.kept.size).toBe(conflict ? 1 : 0);
      hook.unmount();
    }),
    { numRuns: inject('long') ? 2000 : 60 },
  );
});
