import { WrapText } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { altAdvice } from '@placard/core/alt';
import { readPage } from '@placard/core/contract';
import { targetOf } from '@placard/core/page';
import { useAsk } from '../../../kit/asking.ts';
import { tell } from '../../../kit/messages.tsx';
import { PictureChoice } from '../../../kit/picturechoice.tsx';
import { intoTheLine } from '../../desk/inline.ts';
import { setPlaced } from '../../desk/setattributes.ts';
import type { SelectedPlacement } from '../../desk/selectedplacement.ts';
import { CreditPlaceChoice } from '../../standing/creditplace.tsx';
import { IconButton } from '../../standing/iconbutton.tsx';
import { OwnWords } from '../../standing/ownwords.tsx';
import type { PanelProps } from '../../standing/panelprops.ts';
import { PictureControls } from '../../standing/picturecontrols.tsx';
import { StandingPanel } from '../../standing/standingpanel.tsx';
import { useHeldAsset } from '../../standing/useheldasset.ts';

/** How a picture stands, what a press on it does, and what shows here in its place. */
export function PicturePanel(props: PanelProps) {
  const { editor, selected, page } = props;
  const [linking, setLinking] = useState(false);
  return (
    <StandingPanel
      {...props}
      soft
      inLine={
        <IconButton
          label="Set it small, into the line"
          onClick={() => intoTheLine(editor)}
          icon={<WrapText aria-hidden className="size-4" />}
        />
      }
    >
      <CreditPlaceChoice editor={editor} selected={selected} />
      <PictureControls
        key={`controls ${selected.id}`}
        editor={editor}
        page={page.id}
        box={selected.box}
        linksTo={selected.linksTo}
        newWindow={selected.newWindow}
        large={selected.large}
        linking={linking}
        onLinking={setLinking}
        onChange={(attributes) => setPlaced(editor, selected.id, attributes)}
      />
      {(selected.linksTo || selected.large) && <LinkAdvice selected={selected} />}
      <ShownHere {...props} />
      <OwnWords editor={editor} selected={selected} />
    </StandingPanel>
  );
}

/** What its alt text lacks as the words of a link. */
function LinkAdvice({ selected }: { selected: SelectedPlacement }) {
  const asset = useHeldAsset(selected);
  const leads = useLeadsTo(selected.linksTo);
  if (!asset) return null;
  const { placard } = asset;
  const alt = selected.ownAlt ?? (placard.decorative ? '' : placard.alt);
  return altAdvice(alt, {
    decorative: alt === '',
    places: [{ title: 'this page', neighbours: [], linksTo: leads ?? '' }],
  })
    .filter(({ rule }) => rule === 'says-nothing-of-link' || rule === 'decorative-link')
    .map(({ rule, says }) => (
      <p key={rule} className="mt-1 text-[12.5px] text-ochre">
        {says}
      </p>
    ));
}

/** Another version, or another picture, in this place. */
function ShownHere({ editor, selected, page }: PanelProps) {
  const [replacing, replace] = useState(false);
  const set = (attributes: Record<string, unknown>) => setPlaced(editor, selected.id, attributes);
  return (
    <>
      {replacing && (
        <PictureChoice
          label="What takes its place"
          onCancel={() => replace(false)}
          onChoose={(other) => {
            replace(false);
            // Its place, its width, its own words and what a press does stay; a version of one picture is none of another.
            set({ asset: other, version: null });
            if (selected.ownAlt !== null || selected.ownCaption !== null)
              tell({
                says: 'The words of this place stayed. They were written for the picture before: look whether they say what is shown now.',
              });
          }}
        />
      )}
      {selected.asset && (
        <p className="mt-2 flex flex-wrap items-center gap-2 text-[13px]">
          <Link
            className="button-plain -ml-1.5"
            to={`/prep/${selected.asset}?page=${page.id}&place=${selected.id}`}
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
    </>
  );
}

/** What a link leads to, as its words should tell: a page by its title, anything else by its address. */
function useLeadsTo(href: string | null): string | null {
  const target = targetOf(href ?? '');
  const id = target.kind === 'page' ? target.page : '';
  const page = useAsk(readPage, { params: { id } }, { enabled: id !== '', retry: false });
  return target.kind === 'page' ? (page.data?.title ?? null) : href;
}
