import { useEditorState, type Editor } from '@tiptap/react';
import { Fragment, useDeferredValue, useEffect, useState, type ReactNode } from 'react';
import type { Page, Site } from '@placard/core/contract';
import { PlacardPanel } from '../placard/placard.tsx';
import { useSelection } from '../kit/selection.tsx';
import { selectedSmall } from './desk/inline.ts';
import { KeepAsCopy } from './copies/keepascopy.tsx';
import { placedKindOf } from './kinds/index.ts';
import { LinkControls } from './desk/linkcontrols.tsx';
import { ThisBlock } from './own/thisblock.tsx';
import { PagePanel } from './own/pagepanel.tsx';
import type { OwnFacts } from './desk/ownfacts.ts';
import { QuotationControls } from './quotationcontrols.tsx';
import { selectedPlacement } from './desk/selectedplacement.ts';
import { AfterDrawing, useAfterDrawing } from './settings/afterdrawing.tsx';
import { SetTogetherPanel, SettingPanel, useSettings } from './settings/settingpanel.tsx';
import { SmallPanel } from './standing/smallpanel.tsx';
import { TableControls } from './tablecontrols.tsx';

/** Beside the page: how what is selected stands and its placard, or what the caret is in and what belongs to the page itself. */
export function PageSide({
  editor,
  site,
  page,
  own,
  today,
  lookedOn,
  onLook,
  mayWrite,
  linking,
  onLinked,
  onOwn,
  onVersions,
  children,
}: {
  editor: Editor;
  site: Site;
  page: Page;
  own: OwnFacts;
  today: string;
  /** The day that the page is looked at on; empty for today. */
  lookedOn: string;
  onLook: (day: string) => void;
  mayWrite: boolean;
  /** How often it was asked where what is chosen is to lead; 0 for nobody asks. */
  linking: number;
  onLinked: () => void;
  onOwn: (own: Partial<OwnFacts>) => void;
  onVersions: () => void;
  /** What is to be said first. */
  children: ReactNode;
}) {
  const { asset, select } = useSelection();
  const selected = useEditorState({ editor, selector: ({ editor: now }) => selectedPlacement(now) });
  useEffect(() => {
    if (selected?.asset) select(selected.asset);
  }, [selected?.asset, select]);
  // What is written and pressed comes first; the panel is drawn in the time between.
  const settings = useSettings(editor);
  const { found, chosen } = useDeferredValue(settings);
  // Of things that are set together, how they stand comes first, and then how one of them does.
  const Stands = settings.found ? AfterDrawing : Fragment;
  const Panel = selected ? placedKindOf(selected.type)?.panel : undefined;
  const small = useEditorState({ editor, selector: ({ editor: now }) => selectedSmall(now) });
  // Where there is little room, it is not taken before somebody asks.
  const [open, setOpen] = useState(false);
  const something = selected !== null || small !== null || found !== null || chosen?.words === false;
  const shown = useAfterDrawing(useDeferredValue(selected ? selected.asset : (small?.asset ?? asset)));
  return (
    <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto py-3 pr-5 max-lg:max-h-[34vh] max-lg:border-t max-lg:border-edge max-lg:px-4">
      {children}
      {mayWrite && chosen && !selected && <SetTogetherPanel editor={editor} site={site} chosen={chosen} />}
      {mayWrite && found && <SettingPanel editor={editor} site={site} page={page.id} found={found} />}
      {mayWrite && selected && Panel && (found !== null || settings.found === null) && (
        <Stands>
          <Panel editor={editor} selected={selected} site={site} page={page} />
        </Stands>
      )}
      {mayWrite && chosen && selected && !found && (
        <SetTogetherPanel editor={editor} site={site} chosen={chosen} />
      )}
      {mayWrite && (chosen ?? found) && !selected?.copy && (
        <KeepAsCopy key={chosen?.from ?? found?.pos} editor={editor} page={page} />
      )}
      {mayWrite && small && <SmallPanel editor={editor} selected={small} words={wordsAround(editor)} />}
      {mayWrite && (
        <>
          <LinkControls editor={editor} page={page.id} making={linking} onMade={onLinked} />
          <TableControls editor={editor} />
          <QuotationControls editor={editor} />
          <ThisBlock editor={editor} today={today} />
        </>
      )}
      {!something && (
        <button
          type="button"
          className="button-plain self-start lg:hidden"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          This page
        </button>
      )}
      {!something && (
        <PagePanel
          className={open ? '' : 'max-lg:hidden'}
          page={page}
          site={site}
          editor={editor}
          title={own.title}
          facts={own.facts}
          shown={own.shown}
          today={today}
          lookedOn={lookedOn}
          onLook={onLook}
          onFacts={(facts) => onOwn({ facts })}
          onShown={(when) => onOwn({ shown: when })}
          onVersions={onVersions}
        />
      )}
      {shown !== null && <PlacardPanel id={shown} picture={false} />}
    </aside>
  );
}

/** The words before and after what is selected in a line. */
function wordsAround(editor: Editor): { before: string; after: string } {
  const { $from, $to } = editor.state.selection;
  return {
    before: $from.parent.textBetween(0, $from.parentOffset),
    after: $to.parent.textBetween($to.parentOffset, $to.parent.content.size),
  };
}
