import { DESK } from '@placard/core/geometry';
import type { Editor } from '@tiptap/react';
import { RadioGroup } from 'radix-ui';
import { useEffect, useMemo } from 'react';
import type { Site } from '@placard/core/contract';
import {
  cornerIn,
  CORNERS,
  measuredOf,
  veilIn,
  type Corner,
  type RenderContext,
  type Things,
  type Together,
} from '@placard/core/page';
import { Hint } from '../../kit/hint.tsx';
import { Choice } from '../../kit/radios.tsx';
import { SliderField } from '../../kit/slider.tsx';
import { asItIs, say, type FoundTogether } from '../desk/together.ts';
import { blockOf } from '../desk/desk.ts';
import { SmallSetting } from './smallsetting.tsx';
import { useContrast } from './usecontrast.ts';

const NAMES: Record<Corner, string> = {
  'top-left': 'at the top left',
  'top-right': 'at the top right',
  centre: 'in the middle',
  'bottom-left': 'at the bottom left',
  'bottom-right': 'at the bottom right',
};

/** Where the words of an opener stand, the veil under them, and whether they can be read there: measured, not guessed. */
export default function OpenerControls({
  editor,
  found,
  things,
  site,
  context,
}: {
  editor: Editor;
  found: FoundTogether;
  things: Things;
  site: Site;
  context: RenderContext;
}) {
  const block = blockOf(found.node) as unknown as Together;
  const { attrs } = block;
  const veil = veilIn(attrs);
  const of = measuredOf(things);
  const contrast = useContrast(block, of, site, context);
  useEffect(() => {
    if (!contrast || !editor.isEditable) return;
    const measured = { of, ...contrast.found, veil: contrast.veil };
    const { found: now } = contrast;
    const isNear = (one: number, other: number) => Math.abs(one - other) < 0.2;
    const before = attrs.measured;
    if (before?.of === of && isNear(before.contrast, now.contrast) && before.needed === now.needed) return;
    // It tells of what is there: taking it back would take nothing back.
    const there = asItIs(editor, found);
    const { tr } = editor.state;
    if (there)
      editor.view.dispatch(
        tr.setNodeAttribute(there.pos, 'measured', measured).setMeta('addToHistory', false),
      );
  }, [contrast, of, editor, found, attrs.measured]);
  const corners = useMemo(
    () => CORNERS.map((corner) => [corner, { ...block, attrs: { ...block.attrs, corner } }] as const),
    [block],
  );
  const little = contrast && contrast.found.contrast < contrast.found.needed;
  return (
    <div className="mt-3 text-[13px]">
      <p className="caption">Its words stand {NAMES[cornerIn(attrs)]}</p>
      <RadioGroup.Root
        aria-label="Where its words stand"
        className="mt-1 grid grid-cols-5 gap-1.5"
        value={cornerIn(attrs)}
        onValueChange={(corner) => say(editor, found, { corner: corner as Corner })}
      >
        {corners.map(([corner, there]) => (
          <Hint key={corner} says={NAMES[corner]}>
            <RadioGroup.Item
              value={corner}
              aria-label={NAMES[corner]}
              className="h-[30px] overflow-hidden border border-rule bg-white text-left aria-checked:outline-2 aria-checked:outline-madder"
            >
              <SmallSetting block={there} context={context} screen={DESK} width={57} />
            </RadioGroup.Item>
          </Hint>
        ))}
      </RadioGroup.Root>
      <p className="caption mt-3">
        A {veil.tone === 'dark' ? 'dark' : 'light'} veil of {veil.strength} %
      </p>
      <div className="flex items-center gap-3">
        <SliderField
          label="Strength of the veil, in percent"
          value={veil.strength}
          most={95}
          onChange={(strength) => say(editor, found, { veil: { ...veil, strength } })}
        />
        <span className="shrink-0">
          <Choice
            label="The veil"
            value={veil.tone}
            options={[
              ['dark', 'dark'],
              ['light', 'light'],
            ]}
            onChange={(tone) => say(editor, found, { veil: { ...veil, tone } })}
          />
        </span>
      </div>
      <p role="status" className={`mt-1 ${little ? 'text-madder' : contrast ? 'text-spruce' : 'text-soft'}`}>
        {contrast === undefined
          ? 'Measuring what lies under the words …'
          : contrast === null
            ? 'Nothing to measure yet: its picture is not prepared, or nothing is written on it.'
            : `Contrast ${contrast.found.contrast.toFixed(1)} to 1 at least, at ${contrast.found.at} px; ${contrast.found.needed} to 1 ${little ? 'is needed' : 'is enough'}.`}
      </p>
      {little && (
        <p className="mt-1 flex flex-wrap gap-2">
          {contrast.veil !== null && (
            <button
              type="button"
              className="button button-go"
              onClick={() => say(editor, found, { veil: { ...veil, strength: contrast.veil ?? 95 } })}
            >
              Lay a veil of {contrast.veil} %
            </button>
          )}
          {contrast.better && (
            <button
              type="button"
              className="button"
              onClick={() =>
                say(editor, found, {
                  corner: contrast.better?.corner ?? null,
                  veil: { ...veil, strength: Math.max(veil.strength, contrast.better?.veil ?? 0) },
                })
              }
            >
              Set them {NAMES[contrast.better.corner]}: {contrast.better.contrast.toFixed(1)} to 1
              {contrast.better.veil > veil.strength ? `, with a veil of ${contrast.better.veil} %` : ''}
            </button>
          )}
        </p>
      )}
    </div>
  );
}
