// @vitest-environment jsdom
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Refusal } from './api.ts';
import { forgetDraft, DraftKeeper, keptDrafts } from './drafts.ts';
import { heedWindow, Writer } from './writer.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  vi.useRealTimers();
  localStorage.clear();
});

/** A writer whose saves are answered when the test says so. */
function written(id: string) {
  const answers: (() => void)[] = [];
  const writer = new Writer<string>({
    kind: 'page',
    id,
    version: 1,
    draft: '',
    at: '',
    send: (version) =>
      new Promise((resolve) => answers.push(() => resolve({ version: version + 1, at: 'now' }))),
    kept: (draft) => ({ draft, at: '2026-12-01T10:00:00Z' }),
  });
  return { writer, answer: () => answers.shift()?.() };
}

it('what was left and is not answered is offered after a while, and not before', async () => {
  const { writer, answer } = written('slow');
  writer.write(() => 'Written');
  writer.keepNow(true);
  const left = writer.leave();
  await vi.advanceTimersByTimeAsync(4000);
  expect(await keptDrafts('page', 'slow')).toEqual([]);
  await vi.advanceTimersByTimeAsync(2000);
  expect((await keptDrafts<{ draft: string }>('page', 'slow')).map(({ what }) => what.draft)).toEqual([
    'Written',
  ]);
  // Answered after all, nothing of it is offered any more.
  answer();
  await left;
  await vi.advanceTimersByTimeAsync(0);
  expect(await keptDrafts('page', 'slow')).toEqual([]);
});

it('a window that is closed asks first where something is not saved, and keeps it', async () => {
  const { writer, answer } = written('closing');
  const forget = heedWindow(writer);
  const close = () => {
    const event = new Event('beforeunload', { cancelable: true });
    dispatchEvent(event);
    return event.defaultPrevented;
  };
  expect(close()).toBe(false);
  writer.write(() => 'Written');
  expect(close()).toBe(true);
  expect(Object.values(localStorage).join()).toContain('Written');
  const saved = writer.flush();
  answer();
  await saved;
  expect(close()).toBe(false);
  forget();
  writer.write(() => 'More');
  expect(close()).toBe(false);
});

it('what was left and refused is kept as it was left, and not once more after somebody took it up', async () => {
  const writer = new Writer<string>({
    kind: 'page',
    id: 'refused',
    version: 1,
    draft: '',
    at: '',
    send: () => Promise.reject(new Refusal(422, { title: 'It has no title.' })),
    kept: (draft) => ({ draft, at: '2026-12-01T10:00:00Z' }),
  });
  writer.write(() => 'Written');
  writer.keepNow(true);
  await writer.leave();
  const [found] = await keptDrafts('page', 'refused');
  expect(found?.what).toMatchObject({ draft: 'Written' });
  await forgetDraft(found?.key ?? '');
  const again = vi.spyOn(DraftKeeper.prototype, 'keep');
  await vi.advanceTimersByTimeAsync(10_000);
  expect(again).not.toHaveBeenCalled();
});

it('who comes back before a save is answered goes on with what is kept, and nobody is offered it', async () => {
  const { writer, answer } = written('back');
  writer.write(() => 'Written');
  writer.keepNow(true);
  const left = writer.leave();
  writer.come();
  writer.write(() => 'Written on');
  writer.keepNow(true);
  await vi.advanceTimersByTimeAsync(6000);
  expect(await keptDrafts('page', 'back')).toEqual([]);
  answer();
  await vi.advanceTimersByTimeAsync(6000);
  answer();
  await left;
  await vi.advanceTimersByTimeAsync(0);
  // All of it is saved, and nothing is kept any more.
  expect(Object.keys(localStorage).filter((name) => name.includes('/back/'))).toEqual([]);
  const ended = writer.leave();
  await vi.advanceTimersByTimeAsync(0);
  await ended;
  expect(await keptDrafts('page', 'back')).toEqual([]);
});
