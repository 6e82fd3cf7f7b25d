// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Page } from '@placard/core/contract';
import { FORMAT, NO_FACTS, type PageDocument } from '@placard/core/page';
import { Refusal } from '../../kit/api.ts';
import { useAutosave } from './usepage.ts';

interface Sent {
  version: number;
  title: string;
  save: string;
}
const server = vi.hoisted(() => ({ call: vi.fn() }));
const browser = vi.hoisted(() => ({ kept: new Map<string, unknown>() }));
vi.mock('../../kit/api.ts', async (real) => ({ ...(await real()), call: server.call }));
vi.mock('../../kit/drafts.ts', () => ({
  DraftKeeper: class {
    constructor(
      _kind: string,
      readonly id: string,
    ) {}
    keep = (what: unknown) => Promise.resolve(void browser.kept.set(this.id, what));
    keepAtOnce = (what: unknown) => void browser.kept.set(this.id, what);
    forget = () => Promise.resolve(void browser.kept.delete(this.id));
    end = () => undefined;
  },
  keptDrafts: (_kind: string, id: string) =>
    Promise.resolve(browser.kept.has(id) ? [{ key: `found ${id}`, id, what: browser.kept.get(id) }] : []),
  forgetDraft: () => Promise.resolve(),
}));

const words = (text: string): PageDocument => ({
  type: 'doc',
  format: FORMAT,
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
});
const page: Page = {
  id: 'page-1',
  title: 'Nights',
  slug: 'nights',
  section: { id: 's', title: 'Visit', slug: 'visit' },
  version: 4,
  facts: NO_FACTS,
  shown: null,
  address: '/visit/page',
  formerAddresses: [],
  binned: false,
  copy: false,
  document: words(''),
  changedAt: '2031-05-01T10:00:00.000Z',
  changedBy: 'Edda Quill',
};
const sent: Sent[] = [];

/** Answers saves as the server does, until somebody else saves. */
function answering(answer: (body: Sent) => unknown = () => undefined): void {
  server.call.mockImplementation((_endpoint: unknown, { body }: { body: Sent }) => {
    sent.push(body);
    const other = answer(body);
    return (
      other ??
      Promise.resolve({ version: body.version + 1, changedAt: '2031-05-01T10:01:00.000Z', findings: [] })
    );
  });
}

function open() {
  const client = new QueryClient();
  return renderHook(() => useAutosave(page), {
    wrapper: ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    ),
  });
}
const pass = (milliseconds: number) => act(() => vi.advanceTimersByTimeAsync(milliseconds));
const titles = () => sent.map(({ title }) => title);

beforeEach(() => {
  vi.useFakeTimers();
  sent.length = 0;
  browser.kept.clear();
  answering();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe('a page that is written in', () => {
  const write = (hook: ReturnType<typeof open>, title: string) =>
    act(() =>
      hook.result.current.write(() => ({ title, facts: NO_FACTS, shown: null, document: words(title) })),
    );

  it('is saved once, when its writer pauses, as it is then', async () => {
    const hook = open();
    for (const title of ['O', 'On', 'One']) {
      write(hook, title);
      await pass(300);
    }
    expect([sent.length, hook.result.current.state.kind]).toEqual([0, 'writing']);
    await pass(800);
    expect(titles()).toEqual(['One']);
    expect(sent[0]?.version).toBe(4);
    expect(hook.result.current.state).toEqual({ kind: 'saved', at: '2031-05-01T10:01:00.000Z' });
    await pass(60_000);
    expect(sent).toHaveLength(1);
  });

  it('is kept in the browser from soon after the last key until the server has it', async () => {
    const hook = open();
    write(hook, 'One');
    await pass(260);
    expect(browser.kept.get('page-1')).toMatchObject({ title: 'One', version: 4 });
    await pass(800);
    expect(browser.kept.size).toBe(0);
  });

  it('is saved one save at a time, each on the version before', async () => {
    let answerFirst: (() => void) | undefined;
    answering(({ version, title }) =>
      title === 'One'
        ? new Promise((resolve) => {
            answerFirst = () => resolve({ version: version + 1, changedAt: page.changedAt, findings: [] });
          })
        : undefined,
    );
    const hook = open();
    write(hook, 'One');
    await pass(900);
    write(hook, 'Two');
    await pass(5000);
    expect(titles()).toEqual(['One']);
    answerFirst?.();
    await pass(1000);
    expect(sent.map(({ title, version }) => `${title} on ${version}`)).toEqual(['One on 4', 'Two on 5']);
  });

  it('is saved under the same id again when nobody answered, and what came later after it', async () => {
    answering(() =>
      sent.length < 3 ? Promise.reject(new Refusal(0, { title: 'No connection.' })) : undefined,
    );
    const hook = open();
    write(hook, 'One');
    await pass(900);
    expect(hook.result.current.state).toEqual({ kind: 'refused', says: 'No connection.' });
    write(hook, 'Two');
    await pass(20_000);
    expect(titles()).toEqual(['One', 'One', 'One', 'Two']);
    expect(new Set(sent.slice(0, 3).map(({ save }) => save)).size).toBe(1);
    expect(hook.result.current.state.kind).toBe('saved');
  });

  it('stops after somebody else’s save, tells of it, and keeps what was written', async () => {
    answering(() => Promise.reject(new Refusal(409, { title: 'Somebody saved this page.' })));
    const hook = open();
    write(hook, 'One');
    await pass(900);
    expect(hook.result.current.state).toEqual({ kind: 'conflict', says: 'Somebody saved this page.' });
    write(hook, 'Two');
    await pass(60_000);
    expect(titles()).toEqual(['One']);
    expect(browser.kept.get('page-1')).toMatchObject({ title: 'Two' });
  });

  it('that cannot be saved is not sent again until it is written in again', async () => {
    answering(({ title }) =>
      title === 'One' ? Promise.reject(new Refusal(422, { title: 'Placed and not held.' })) : undefined,
    );
    const hook = open();
    write(hook, 'One');
    await pass(60_000);
    expect(titles()).toEqual(['One']);
    write(hook, 'Two');
    await pass(900);
    expect(titles()).toEqual(['One', 'Two']);
    expect(hook.result.current.state.kind).toBe('saved');
  });

  it('is saved at once when it is left', async () => {
    const hook = open();
    write(hook, 'One');
    hook.unmount();
    await pass(0);
    expect(titles()).toEqual(['One']);
  });
});
