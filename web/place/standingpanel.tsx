import { Hint } from '../kit/hint.tsx';
import { NumberField } from '../kit/numberfield.tsx';
import { Fold } from '../kit/fold.tsx';
import { RadioGroup } from 'radix-ui';
import { Select } from '../kit/select.tsx';
import type { Editor } from '@tiptap/react';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { readAsset, type Site } from '@placard/core/contract';
import { columnOf } from '@placard/core/geometry';
import {
  CREDIT_PLACES,
  pageRoom,
  POSITIONS,
  shownIn,
  standingIn,
  type CreditPlace,
  type Position,
} from '@placard/core/page';
import { useAsk } from '../kit/asking.ts';
import { inCount } from '@placard/core/text';
import { Field } from '../placard/field.tsx';
import type { SelectedPlacement } from './selectedplacement.ts';
import { moveSelected } from './placing.ts';

const NAMES: Record<Position, string> = {
  'beside-left': 'beside, at the left',
  'beside-right': 'beside, at the right',
  centred: 'alone, centred',
  'alone-left': 'alone, at the left',
  full: 'full measure',
  bleed: 'bleed',
};

const CREDITS: Record<CreditPlace, string> = {
  below: 'under it',
  beside: 'beside it',
  foot: 'over its foot',
  list: 'in the list at the end of the page',
};

/** How the selected placement stands: the very paragraph set each way, its measure, its gap, its own words. */
export function StandingPanel({
  editor,
  selected,
  site,
  page,
}: {
  editor: Editor;
  selected: SelectedPlacement;
  site: Site;
  page: string;
}) {
  const set = (attributes: Record<string, unknown>) =>
    editor.chain().updateAttributes(selected.type, attributes).setNodeSelection(selected.pos).run();
  const asset = useAsk(
    readAsset,
    { params: { id: selected.asset ?? '' } },
    { enabled: selected.asset !== null },
  );
  const column = columnOf(site.measures);
  const measures = site.measures.filter(({ width }) => width <= column);
  const room = pageRoom(site.measures);
  const { position, measure, gap } = selected;
  const standing = standingIn(room, { position: position as Position, measure, gap }, site.measures);
  const shown = shownIn(room, standing).width;
  const pixels = asset.data?.facts.kind === 'picture' ? asset.data.shown.width : null;
  const soft = pixels !== null && pixels < shown;
  const alone = selected.position === 'full' || selected.position === 'bleed';
  return (
    <section aria-label="How it stands here">
      <div className="mb-1.5 flex items-center">
        <p className="caption mr-auto">How it stands here</p>
        <IconButton
          label="Move up (Alt and up arrow)"
          onClick={() => moveSelected(editor.view, 'ArrowUp')}
          icon={<ArrowUp aria-hidden className="size-4" />}
        />
        <IconButton
          label="Move down (Alt and down arrow)"
          onClick={() => moveSelected(editor.view, 'ArrowDown')}
          icon={<ArrowDown aria-hidden className="size-4" />}
        />
        <IconButton
          label="Take it out of the page"
          onClick={() => editor.chain().focus().deleteSelection().run()}
          icon={<Trash2 aria-hidden className="size-4" />}
        />
      </div>
      <RadioGroup.Root
        aria-label="Position"
        className="grid grid-cols-3 gap-2"
        value={selected.position}
        onValueChange={(position) =>
          set({
            position,
            ...(position.startsWith('beside') && shown > column * 0.7
              ? { measure: measures[1]?.id ?? selected.measure }
              : {}),
          })
        }
      >
        {POSITIONS.map((position) => (
          <Hint key={position} says={NAMES[position]}>
            <RadioGroup.Item
              value={position}
              aria-label={NAMES[position]}
              className="h-[62px] overflow-hidden border border-rule bg-white p-1.5 text-left text-[#444] aria-checked:outline-2 aria-checked:outline-madder"
            >
              <Setting position={position} src={asset.data?.thumbnail ?? null} words={selected.beside} />
            </RadioGroup.Item>
          </Hint>
        ))}
      </RadioGroup.Root>
      <div className="mt-3">
        <p className={`caption ${soft ? 'text-ochre' : ''}`}>
          {pixels === null
            ? 'Width'
            : soft
              ? `Width: ${inCount(pixels)} px held, too few for ${shown}, it will look soft`
              : `Width: ${inCount(pixels)} px held, ${pixels >= shown * 2 ? 'sharp on any screen' : 'sharp on ordinary screens'}`}
        </p>
        <RadioGroup.Root
          aria-label="Measure"
          className="relative mt-1 h-9 border-b border-ink"
          value={alone ? null : selected.measure}
          disabled={alone}
          onValueChange={(measure) => set({ measure })}
        >
          {measures.map(({ id, name, width }, index) => (
            <RadioGroup.Item
              key={id}
              value={id}
              style={{ left: `${(index * 100) / measures.length}%` }}
              className="absolute bottom-0 h-6 border-l border-ink pb-2 pl-1 text-left font-mono text-[11px] hover:text-madder disabled:text-soft data-[state=checked]:h-8 data-[state=checked]:border-l-2 data-[state=checked]:border-madder data-[state=checked]:font-bold data-[state=checked]:text-madder"
            >
              {name} {width}
            </RadioGroup.Item>
          ))}
        </RadioGroup.Root>
      </div>
      <span className="mt-2 flex items-center gap-2 text-[13px]">
        <NumberField
          label="Gap to the text"
          least={0}
          most={200}
          unit="px"
          className="w-20"
          value={selected.gap}
          onChange={(gap) => set({ gap: Math.round(gap) })}
        />
      </span>
      {selected.asset && (
        <div className="mt-2 flex items-center gap-2 text-[13px] [&>label]:shrink-0">
          <Select
            label="Its credit"
            value={selected.credit}
            onChange={(credit) => set({ credit })}
            options={CREDIT_PLACES.filter((place) => place !== 'foot' || selected.type === 'picture').map(
              (place) => [place, CREDITS[place]] as const,
            )}
          />
        </div>
      )}
      {selected.type === 'picture' && selected.asset && (
        <p className="mt-2 flex flex-wrap items-center gap-2 text-[13px]">
          <Link className="button-plain" to={`/prep/${selected.asset}?page=${page}&place=${selected.id}`}>
            Prepare it for this place
          </Link>
          {selected.version && (
            <button type="button" className="button-plain" onClick={() => set({ version: null })}>
              Show it as everywhere
            </button>
          )}
        </p>
      )}
      {selected.asset && asset.data && (
        <Fold
          key={selected.id}
          says="Other words in this place only"
          className="mt-2 text-[13px]"
          open={selected.ownAlt !== null || selected.ownCaption !== null}
        >
          <Field
            name="Alt text here"
            value={selected.ownAlt ?? ''}
            placeholder={asset.data.placard.alt || 'as on the placard'}
            multiline
            onChange={(text) => set({ ownAlt: text === '' ? null : text })}
          />
          <Field
            name="Caption here"
            value={selected.ownCaption ?? ''}
            placeholder={asset.data.placard.caption || 'as on the placard'}
            multiline
            onChange={(text) => set({ ownCaption: text === '' ? null : text })}
          />
        </Fold>
      )}
    </section>
  );
}

function IconButton({ label, onClick, icon }: { label: string; onClick: () => void; icon: React.ReactNode }) {
  return (
    <Hint says={label}>
      <button type="button" aria-label={label} onClick={onClick} className="p-1 hover:text-madder">
        {icon}
      </button>
    </Hint>
  );
}

/** A small true setting of the paragraph round the picture. */
function Setting({ position, src, words }: { position: Position; src: string | null; words: string }) {
  const shapes: Record<Position, string> = {
    'beside-left': 'float-left mr-[3px] mb-[2px] h-[25px] w-[36px]',
    'beside-right': 'float-right mb-[2px] ml-[3px] h-[25px] w-[36px]',
    centred: 'mx-auto mb-[3px] block h-[26px] w-[44px]',
    'alone-left': 'mb-[3px] block h-[26px] w-[44px]',
    full: 'mb-[3px] block h-[30px] w-full',
    bleed: '-mx-1.5 -mt-1.5 mb-[3px] block h-[34px] w-[calc(100%+12px)] max-w-none',
  };
  const filler = 'The words of the page stand here as soon as some are written below this. '.repeat(4);
  return (
    <span className="block font-serif text-[3.6px] leading-[1.5]">
      {src ? (
        <img src={src} alt="" className={`object-cover ${shapes[position]}`} />
      ) : (
        <span className={`inline-block bg-[#bbb] ${shapes[position]}`} />
      )}
      {words || filler}
    </span>
  );
}
