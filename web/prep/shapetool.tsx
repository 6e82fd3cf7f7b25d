import { Hint } from '../kit/hint.tsx';
import { NumberField } from '../kit/numberfield.tsx';
import { FlipHorizontal2, FlipVertical2, RotateCcw, RotateCw, type LucideIcon } from 'lucide-react';
import { largestOf, ratioInWords, type Rectangle, type Size } from '@placard/core/geometry';
import { editOf, withEdit, type Edit } from '@placard/core/prep';
import { Choice } from '../kit/radios.tsx';
import { Knob } from './knob.tsx';

export const RATIOS = [
  ['free', 'free'],
  ['as it is', 'as it is'],
  ['1:1', '1:1'],
  ['4:3', '4:3'],
  ['3:2', '3:2'],
  ['16:9', '16:9'],
  ['2:1', '2:1'],
  ['3:4', '3:4'],
  ['2:3', '2:3'],
] as const;
export type RatioName = (typeof RATIOS)[number][0];

/** The ratio that a name stands for; null for any. */
export function ratioOf(name: RatioName, size: Size): number | null {
  if (name === 'free') return null;
  if (name === 'as it is') return size.width / size.height;
  const [width = 1, height = 1] = name.split(':').map(Number);
  return width / height;
}

interface ShapeToolProps {
  edits: readonly Edit[];
  /** Pixels of what the crop is cut from. */
  size: Size;
  focal: { x: number; y: number };
  screen: 'wide' | 'narrow';
  rectangle: Rectangle;
  ratio: RatioName;
  onScreen: (screen: 'wide' | 'narrow') => void;
  onRatio: (ratio: RatioName) => void;
  onCrop: (rectangle: Rectangle | null, settled: boolean) => void;
  onEdits: (edits: Edit[], settled: boolean) => void;
  onTurn: (quarters: 1 | 3) => void;
  onMirror: (axis: 'across' | 'down') => void;
  hasNarrow: boolean;
}

/** Turning, straightening and cutting; the part for narrow screens apart. */
export function ShapeTool(props: ShapeToolProps) {
  const { edits, size, focal, screen, rectangle, ratio, onScreen, onRatio, onCrop, onEdits, hasNarrow } =
    props;
  const { onTurn, onMirror } = props;
  const side = (name: keyof Rectangle, words: string) => (
    <span className="flex items-center gap-1.5 [&>label]:w-12 [&>label]:shrink-0">
      <NumberField
        label={words}
        least={name === 'width' || name === 'height' ? 1 : 0}
        className="px-1.5 py-0.5 font-mono text-[12.5px]"
        value={rectangle[name]}
        onChange={(typed) => {
          const value = Math.round(typed);
          const fixed = ratioOf(ratio, size);
          const next = { ...rectangle, [name]: value };
          if (fixed && name === 'width') next.height = Math.round(value / fixed);
          if (fixed && name === 'height') next.width = Math.round(value * fixed);
          onCrop(next, true);
        }}
      />
    </span>
  );
  return (
    <>
      <div className="flex flex-wrap gap-1.5">
        <Turning says="Turn anticlockwise" icon={RotateCcw} onClick={() => onTurn(3)} />
        <Turning says="Turn clockwise" icon={RotateCw} onClick={() => onTurn(1)} />
        <Turning says="Mirror left to right" icon={FlipHorizontal2} onClick={() => onMirror('across')} />
        <Turning says="Mirror top to bottom" icon={FlipVertical2} onClick={() => onMirror('down')} />
      </div>
      <Knob
        name="Straighten"
        value={editOf(edits, 'straighten')?.degrees ?? 0}
        least={-45}
        most={45}
        step={0.1}
        unit="°"
        onChange={(degrees, settled) => {
          const uncut = withEdit(withEdit(edits, 'crop', null), 'resize', null);
          onEdits(
            withEdit(uncut, 'straighten', degrees === 0 ? null : { kind: 'straighten', degrees }),
            settled,
          );
        }}
      />
      <p className="caption mt-2 mb-1">Cut for</p>
      <Choice
        label="Screens to cut for"
        options={[
          ['wide', 'wide screens'],
          ['narrow', hasNarrow ? 'narrow screens' : 'narrow screens too'],
        ]}
        value={screen}
        onChange={onScreen}
      />
      <p className="caption mt-2 mb-1">In the ratio</p>
      <Choice
        label="Ratio of the crop"
        options={RATIOS}
        value={ratio}
        onChange={(name) => {
          onRatio(name);
          const fixed = ratioOf(name, size);
          if (fixed) onCrop(largestOf(fixed, size, focal), true);
        }}
      />
      <div className="mt-2 grid grid-cols-2 gap-x-3 gap-y-1">
        {side('width', 'Width')}
        {side('height', 'Height')}
        {side('x', 'Left')}
        {side('y', 'Top')}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <button
          type="button"
          className="button-plain"
          onClick={() => onCrop(largestOf(rectangle.width / rectangle.height, size, focal), true)}
        >
          Cut round the focal point
        </button>
        <button type="button" className="button-plain" onClick={() => onCrop(null, true)}>
          {screen === 'wide' ? 'Do not cut' : 'Nothing of its own'}
        </button>
        <span className="caption ml-auto font-mono">{ratioInWords(rectangle.width, rectangle.height)}</span>
      </div>
    </>
  );
}

function Turning({ says, icon: Icon, onClick }: { says: string; icon: LucideIcon; onClick: () => void }) {
  return (
    <Hint says={says}>
      <button type="button" className="button px-2 py-1" aria-label={says} onClick={onClick}>
        <Icon aria-hidden className="size-4" />
      </button>
    </Hint>
  );
}
