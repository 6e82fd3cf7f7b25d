import { beforeEach, describe, expect, it, vi } from 'vitest';
import { savePage } from '@placard/core/contract';
import { resendPage } from './resendpage.ts';

const there = { version: 3 };
const call = vi.hoisted(() => vi.fn<(endpoint: object, given: object) => Promise<object>>());
vi.mock('../../kit/api.ts', () => ({ call }));
beforeEach(() => {
  call.mockReset();
  call.mockResolvedValue(there);
});

const draft = { title: 'Night walk', document: { content: [] }, version: 3, at: '2026-11-27T20:00:00Z' };
const sent = () => call.mock.calls.filter(([endpoint]) => endpoint === savePage).map(([, given]) => given);

describe('what was kept of a page', () => {
  it('is saved whole: its words, its facts, when and for whom it is shown', async () => {
    const facts = { description: 'A walk', keyPhrase: '' };
    await expect(resendPage('page-a', { ...draft, facts, shown: null } as never)).resolves.toBe(true);
    const { title, document, version } = draft;
    expect(sent()).toEqual([
      { params: { id: 'page-a' }, body: { title, document, version, facts, shown: null } },
    ]);
  });

  it('leaves to the page what older windows did not keep', async () => {
    await resendPage('page-a', draft as never);
    expect(Object.keys((sent()[0] as { body: object }).body).toSorted()).toEqual([
      'document',
      'title',
      'version',
    ]);
  });

  it('is not sent over what somebody changed since', async () => {
    await expect(resendPage('page-a', { ...draft, version: 2 } as never)).resolves.toBe(false);
    expect(sent()).toEqual([]);
  });
});
