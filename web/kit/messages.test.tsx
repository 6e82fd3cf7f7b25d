// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { Messages, tell, tellNothing } from './messages.tsx';

afterEach(() => {
  cleanup();
  tellNothing();
});

const press = async (name: string) =>
  act(async () => {
    screen.getByRole('button', { name }).click();
    await Promise.resolve();
  });

describe('what was done', () => {
  it('is told in a place that was there before, until it is closed', async () => {
    render(<Messages />);
    expect(screen.getByRole('region', { name: /What was done/ })).toBeTruthy();
    act(() => tell({ says: '3 assets filed under Visit.' }));
    expect(screen.getByText('3 assets filed under Visit.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
    await press('Close this message');
    expect(screen.queryByText('3 assets filed under Visit.')).toBeNull();
  });

  it('is taken back once, and that is told', async () => {
    let undone = 0;
    render(<Messages />);
    act(() => tell({ says: 'Binned.', undo: async () => (undone += 1) }));
    await press('Undo');
    expect(undone).toBe(1);
    expect(screen.queryByText('Binned.')).toBeNull();
    expect(screen.getByText('Undone.')).toBeTruthy();
  });

  it('says why where it cannot be taken back any more', async () => {
    render(<Messages />);
    act(() => tell({ says: 'Binned.', undo: () => Promise.reject(new Error('It is deleted for good.')) }));
    await press('Undo');
    expect(screen.getByText('It is deleted for good.')).toBeTruthy();
  });

  it('is not piled up: the oldest gives way', () => {
    render(<Messages />);
    act(() => ['one', 'two', 'three', 'four'].forEach((says) => tell({ says })));
    expect(screen.queryByText('one')).toBeNull();
    expect(screen.getByText('four')).toBeTruthy();
  });
});
