import { Redo2, Undo2 } from 'lucide-react';
import { TabList } from '../kit/tabs.tsx';

export const TOOLS = [
  ['shape', 'Shape'],
  ['size', 'Size'],
  ['light', 'Light and colour'],
  ['finish', 'Finish'],
  ['files', 'Files'],
] as const;
export type Tool = (typeof TOOLS)[number][0];

/** Something that is on or off; null where it has no sense. */
type Switch = { on: boolean; turn: () => void } | null;

/** What to work on, how it is looked at, and the way back. */
export function Toolbar({
  trueSize,
  compared,
  undo,
  redo,
}: {
  trueSize: Switch;
  compared: Switch;
  undo: (() => void) | null;
  redo: (() => void) | null;
}) {
  return (
    <div className="mb-2 flex flex-wrap items-center gap-1.5">
      <TabList label="What to work on" tabs={TOOLS} />
      <span className="ml-auto flex items-center gap-1">
        <button type="button" className="button-plain" disabled={!trueSize} onClick={trueSize?.turn}>
          {trueSize?.on ? 'Fit it in' : 'True size'}
        </button>
        <button type="button" className="button-plain" disabled={!compared} onClick={compared?.turn}>
          {compared?.on ? 'Stop comparing' : 'Compare with before'}
        </button>
        <button
          type="button"
          aria-label="Undo (Ctrl Z)"
          className="p-1 hover:text-madder disabled:text-rule"
          disabled={!undo}
          onClick={() => undo?.()}
        >
          <Undo2 aria-hidden className="size-4" />
        </button>
        <button
          type="button"
          aria-label="Redo (Ctrl Shift Z)"
          className="p-1 hover:text-madder disabled:text-rule"
          disabled={!redo}
          onClick={() => redo?.()}
        >
          <Redo2 aria-hidden className="size-4" />
        </button>
      </span>
    </div>
  );
}
