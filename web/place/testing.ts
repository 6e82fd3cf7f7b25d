import { renderHook } from '@testing-library/react';
import type { Editor } from '@tiptap/react';
import { vi } from 'vitest';
import type { PageDocument } from '@placard/core/page';
import { usePageEditor } from './usepageeditor.ts';

const nothing = () => undefined;

/** The editor of a page as the desk has it, with nobody who listens. */
export const editorOf = (page: string, document: PageDocument): Editor =>
  renderHook(() =>
    usePageEditor(page, document, true, () => ({
      onWritten: nothing,
      onCode: nothing,
      onAddress: nothing,
      onPasted: nothing,
      onGap: nothing,
      onLink: nothing,
      onDropFiles: nothing,
      viewer: () => ({ day: '', ours: true }),
    })),
  ).result.current as Editor;

/** What the editor asks a browser for and jsdom does not have. `vi.unstubAllGlobals` takes it back. */
export function asInABrowser(): void {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  );
  vi.stubGlobal('CSS', { supports: () => true });
  document.elementFromPoint = () => null;
}
