import { vi } from 'vitest';

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
