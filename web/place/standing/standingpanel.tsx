import type { Editor } from '@tiptap/react';
import { ArrowDown, ArrowUp, Trash2, WrapText } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { readAsset, readPage, type Site } from '@placard/core/contract';
import { columnOf } from '@placard/core/geometry';
import { altAdvice } from '@placard/core/alt';
import {
  CREDIT_PLACES,
  shownIn,
  shownInRatio,
  standingIn,
  targetOf,
  type CreditPlace,
  type Position,
  type StandingSaid,
} from '@placard/core/page';
import { useAsk } from '../../kit/asking.ts';
import { Fold } from '../../kit/fold.tsx';
import { PictureChoice } from '../../kit/picturechoice.tsx';
import { Select } from '../../kit/select.tsx';
import { Field } from '../../placard/field.tsx';
import { intoTheLine } from '../desk/inline.ts';
import { moveSelected } from '../desk/placing.ts';
import { setPlaced } from '../desk/setattributes.ts';
import { deskOf, roomAt } from '../desk/desk.ts';
import type { SelectedPlacement } from '../desk/selectedplacement.ts';
import { IconButton } from './iconbutton.tsx';
import { GapControls } from './gapcontrols.tsx';
import { EdgeControls, PictureControls } from './picturecontrols.tsx';
import { PositionChoice } from './positionchoice.tsx';
import { WidthControls } from './widthcontrols.tsx';

const CREDITS: Record<CreditPlace, string> = {
  below: 'under it',
  beside: 'beside it',
  foot: 'over its foot',
  list: 'in the list at the end of the page',
};

/** How the selected placement stands: the very paragraph set each way, its width, its gaps, what a press on it does, its own words. */
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
  const [linking, setLinking] = useState(false);
  const [replacing, replace] = useState(false);
  const set = (attributes: Record<string, unknown>) => setPlaced(editor, selected.id, attributes);
  const asset = useAsk(
    readAsset,
    { params: { id: selected.asset ?? '' } },
    { enabled: selected.asset !== null },
  );
  const { measures } = site;
  const room = roomAt(editor, selected.pos, { measures, holdings: deskOf(editor).context.holdings });
  // Where what holds it says how it stands, its own place and width wait until it stands by itself.
  const filled = room.filled !== undefined;
  const column = Math.min(columnOf(measures), room.width);
  const within = measures.filter(({ width }) => width <= column);
  const { said, box } = selected;
  const standing = standingIn(room, said, measures);
  const size = asset.data?.shown ?? null;
  const whole = shownIn(room, standing);
  const picture = selected.type === 'picture';
  const ofOurs = picture || selected.type === 'film';
  const shown = box && size ? shownInRatio(whole, box, size) : whole;
  const fills = standing.width === null || standing.position === 'bleed';
  const standingAt = (position: Position): StandingSaid => ({
    ...said,
    position,
    // What fills the column has no room beside it.
    ...(position.startsWith('beside') && whole.width > column * 0.7
      ? { measure: within[1]?.id ?? said.measure, width: null }
      : {}),
  });
  const leads = useLeadsTo(selected.linksTo);
  const { placard } = asset.data ?? {};
  const alt = selected.ownAlt ?? (placard?.decorative ? '' : (placard?.alt ?? ''));
  return (
    <section aria-label="How it stands here">
      <div className="mb-1.5 flex items-center">
        <p className="caption mr-auto">How it stands here</p>
        {picture && !filled && (
          <IconButton
            label="Set it small, into the line"
            onClick={() => intoTheLine(editor)}
            icon={<WrapText aria-hidden className="size-4" />}
          />
        )}
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
      {!filled && (
        <>
          <PositionChoice
            said={said}
            standingAt={standingAt}
            src={asset.data?.thumbnail ?? null}
            shape={box ? box.width / box.height : size ? size.width / size.height : 16 / 9}
            words={selected.beside}
            measures={measures}
            column={column}
            onChange={(position) => {
              const { measure, width } = standingAt(position);
              set({ position, measure, width: width ?? null });
            }}
          />
          <WidthControls
            measures={within}
            measure={said.measure}
            width={said.width ?? null}
            shown={whole.width}
            needed={shown.width}
            pixels={picture ? (size?.width ?? null) : null}
            fills={fills}
            onChange={set}
          />
          <GapControls said={said} onChange={set} />
          <EdgeControls bordered={Boolean(said.bordered)} rounded={Boolean(said.rounded)} onChange={set} />
        </>
      )}
      {ofOurs && selected.asset && (
        <div className="mt-2 flex items-center gap-2 text-[13px] [&>label]:shrink-0">
          <Select
            label="Its credit"
            value={selected.credit}
            onChange={(credit) => set({ credit })}
            options={CREDIT_PLACES.filter((place) => place !== 'foot' || picture).map(
              (place) => [place, CREDITS[place]] as const,
            )}
          />
        </div>
      )}
      {selected.type === 'film' && (
        <div className="mt-2 text-[13px]">
          <Select
            label="What is said in it, written out"
            value={selected.transcript ?? 'not'}
            onChange={(how) => set({ transcript: how === 'not' ? null : how })}
            options={[
              ['not', 'not in the page'],
              ['below', 'below it'],
              ['folded', 'below it, folded away'],
            ]}
          />
        </div>
      )}
      {picture && (
        <PictureControls
          key={`controls ${selected.id}`}
          editor={editor}
          page={page}
          box={box}
          linksTo={selected.linksTo}
          newWindow={selected.newWindow}
          large={selected.large}
          linking={linking}
          onLinking={setLinking}
          onChange={set}
        />
      )}
      {picture &&
        (selected.linksTo || selected.large) &&
        asset.data &&
        altAdvice(alt, {
          decorative: alt === '',
          places: [{ title: 'this page', neighbours: [], linksTo: leads ?? '' }],
        })
          .filter(({ rule }) => rule === 'says-nothing-of-link' || rule === 'decorative-link')
          .map(({ rule, says }) => (
            <p key={rule} className="mt-1 text-[12.5px] text-ochre">
              {says}
            </p>
          ))}
      {replacing && (
        <PictureChoice
          label="What takes its place"
          onCancel={() => replace(false)}
          onChoose={(other) => {
            replace(false);
            // Its place, its width, its own words and what a press does stay; a version of one picture is none of another.
            set({ asset: other, version: null });
          }}
        />
      )}
      {picture && selected.asset && (
        <p className="mt-2 flex flex-wrap items-center gap-2 text-[13px]">
          <Link
            className="button-plain -ml-1.5"
            to={`/prep/${selected.asset}?page=${page}&place=${selected.id}`}
          >
            Prepare it for this place
          </Link>
          <button type="button" className="button-plain" onClick={() => replace(true)}>
            Put another in its place
          </button>
          {selected.version && (
            <button type="button" className="button-plain" onClick={() => set({ version: null })}>
              Show it as everywhere
            </button>
          )}
        </p>
      )}
      {ofOurs && selected.asset && asset.data && (
        <Fold
          key={`words ${selected.id}`}
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

/** What a link leads to, as its words should tell: a page by its title, anything else by its address. */
function useLeadsTo(href: string | null): string | null {
  const target = targetOf(href ?? '');
  const id = target.kind === 'page' ? target.page : '';
  const page = useAsk(readPage, { params: { id } }, { enabled: id !== '', retry: false });
  return target.kind === 'page' ? (page.data?.title ?? null) : href;
}
