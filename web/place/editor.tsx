import { EditorContent, useEditorState, type JSONContent } from '@tiptap/react';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { proofPage, savePage, type Page, type Site } from '@placard/core/contract';
import { columnOf } from '@placard/core/geometry';
import { upgraded } from '@placard/core/page';
import { UnpackView } from '../embed/unpackview.tsx';
import { useAsk, useMay } from '../kit/asking.ts';
import { MeasureRule } from '../kit/measurerule.tsx';
import { Notice } from '../kit/notice.tsx';
import { PlacardPanel } from '../placard/placard.tsx';
import { FootRight } from '../shell/foot.tsx';
import { usePlaces, useSelection } from '../shell/selection.tsx';
import { useHold } from '../kit/hold.ts';
import { useLatest } from '../kit/uselatest.ts';
import { useTitle } from '../kit/usetitle.ts';
import { Conflict } from './conflict.tsx';
import { Hairline } from './hairline.tsx';
import { embedBlock } from './newblocks.ts';
import { KeptDraftOffer } from './keptdraft.tsx';
import { Outline } from './outline.tsx';
import { PastedLine } from './pastedline.tsx';
import type { Pasted } from './pasting.ts';
import { insertAt } from './placing.ts';
import { RefusedPlacing } from './refusedplacing.tsx';
import { SaveLine } from './saveline.tsx';
import { selectedPlacement } from './selectedplacement.ts';
import { StandingPanel } from './standingpanel.tsx';
import { useAutosave, type KeptDraft } from './usepage.ts';
import { documentOf, usePageEditor } from './usepageeditor.ts';
import { useDropFiles } from './usedropfiles.ts';
import { useDropPlace } from './usedropplace.ts';
import { usePlaceAsset } from './useplaceasset.ts';
import { QuotationControls } from './quotationcontrols.tsx';
import { TableControls } from './tablecontrols.tsx';
import { WordControls } from './wordcontrols.tsx';

interface PageEditorProps {
  page: Page;
  /** What was written here before and is not saved yet; null for nothing. */
  draft: KeptDraft | null;
  site: Site;
  onOpenNewer: () => void;
}

/** A page lying on the desk at its true measure, with its outline, the placard and the settings of what is selected. */
export function PageEditor({ page, draft, site, onOpenNewer }: PageEditorProps) {
  const mayWrite = useMay(savePage);
  const { select, openTray } = useSelection();
  // Written on this very version, it goes on from there by itself.
  const resumed = draft?.version === page.version ? draft : null;
  const [offered, setOffered] = useState(draft !== null && resumed === null);
  const [title, setTitle] = useState(resumed?.title ?? page.title);
  const [code, setCode] = useState<string | null>(null);
  const [gap, openGap] = useState<number | null>(null);
  const [pasted, setPasted] = useState<Pasted | null>(null);
  // A page always has a title: without one the words are saved under the one it had.
  const titleNow = useLatest(title.trim() || page.title);
  const { state, write, flush } = useAutosave(page);
  const proof = useAsk(proofPage, { params: { id: page.id } });
  const [begun] = useState(() => upgraded(resumed?.document ?? page.document));
  const editor = usePageEditor(begun, mayWrite, () => ({
    onWritten: (document) => write(() => ({ title: titleNow.current, document: document() })),
    onCode: setCode,
    onPasted: setPasted,
    onGap: openGap,
    onDropFiles: (dropped, at) => void takeFiles(dropped, at),
  }));
  useEffect(() => {
    if (resumed) write(() => ({ title: resumed.title, document: begun }));
  }, [resumed, begun, write]);
  const placing = usePlaceAsset(editor, site);
  const {
    dropping,
    drop: takeFiles,
    dismiss,
  } = useDropFiles(editor, page.section.id, placing.place, placing.refused !== null);

  // Whoever comes to a page, or back to it from taking code apart, writes on.
  const open = code === null;
  useEffect(() => {
    if (open && mayWrite) editor.commands.focus(undefined, { scrollIntoView: false });
  }, [open, editor, mayWrite]);

  const selected = useEditorState({ editor, selector: ({ editor }) => selectedPlacement(editor) });
  useEffect(() => {
    if (selected?.asset) select(selected.asset);
  }, [selected?.asset, select]);
  useHold(page.id);
  useTitle(title, 'Place');
  const { marked, dropPlace } = useDropPlace(editor, placing.place);
  usePlaces((asset) => placing.place(asset, null), mayWrite ? dropPlace : null);

  // What was chosen on another screen for this page is put at its end, once.
  const { state: brought, pathname } = useLocation() as {
    state: { block?: JSONContent; embed?: string } | null;
    pathname: string;
  };
  const navigate = useNavigate();
  useEffect(() => {
    if (!(brought?.block ?? brought?.embed) || !mayWrite) return;
    if (brought?.embed) setCode(brought.embed);
    if (brought?.block) {
      insertAt(editor, brought.block, editor.state.doc.content.size);
      editor.commands.scrollIntoView();
    }
    void navigate(pathname, { replace: true, state: null });
  }, [brought, editor, mayWrite, navigate, pathname]);

  if (code !== null) {
    return (
      <UnpackView
        code={code}
        section={page.section.id}
        onFilm={(block) => {
          insertAt(editor, block as JSONContent, placing.chosen());
          setCode(null);
        }}
        onClose={() => setCode(null)}
        onPlace={(frame) => {
          insertAt(editor, embedBlock(frame, 'column'), placing.chosen());
          setCode(null);
        }}
      />
    );
  }
  const column = columnOf(site.measures);
  return (
    <main className="grid h-full grid-cols-[150px_minmax(0,1fr)_330px] max-lg:grid-cols-1 max-lg:grid-rows-[minmax(0,1fr)_auto]">
      <h1 className="sr-only">Place: {title}</h1>
      <Outline editor={editor} findings={proof.data?.findings ?? null} />
      <div data-desk className="@container min-h-0 overflow-auto px-4 pt-2 pb-10">
        <div className="mx-auto" style={{ width: column + 32, maxWidth: '100%' }}>
          {state.kind === 'conflict' && (
            <Conflict
              page={page}
              says={state.says}
              title={title}
              document={() => documentOf(editor)}
              onOpenNewer={onOpenNewer}
            />
          )}
          {offered && draft && (
            <KeptDraftOffer
              page={page}
              draft={draft}
              onTake={() => {
                setOffered(false);
                setTitle(draft.title);
                const document = upgraded(draft.document);
                editor.commands.setContent(document);
                write(() => ({ title: draft.title, document }));
              }}
              onDone={() => setOffered(false)}
            />
          )}
          {mayWrite && (
            <WordControls editor={editor} onEmbed={() => setCode('')} onPut={() => openTray(true)} />
          )}
          <div className="mx-4">
            <MeasureRule measures={site.measures} column={column} chosen={selected?.measure} />
          </div>
          <div className="sheet relative px-4 py-6">
            <textarea
              rows={1}
              aria-label="Title of the page"
              maxLength={200}
              readOnly={!mayWrite}
              value={title}
              onChange={(event) => {
                const text = event.target.value.replace(/\n/g, ' ');
                setTitle(text);
                const written = text.trim();
                if (written !== '') write(() => ({ title: written, document: documentOf(editor) }));
              }}
              onKeyDown={(event) => {
                if (event.key !== 'Enter') return;
                event.preventDefault();
                editor.view.focus();
              }}
              className="mb-3 block field-sizing-content w-full resize-none overflow-hidden bg-transparent font-serif text-[29px] leading-tight font-semibold"
            />
            <EditorContent editor={editor} />
            {mayWrite && (
              <Hairline
                editor={editor}
                opened={gap}
                marked={marked}
                onOpened={openGap}
                onChoose={(at) => {
                  placing.choose(at);
                  openTray(true);
                }}
                onEmbed={(at) => {
                  placing.choose(at);
                  setCode('');
                }}
              />
            )}
          </div>
        </div>
      </div>
      <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto py-3 pr-5 max-lg:max-h-[34vh] max-lg:border-t max-lg:border-edge max-lg:px-4">
        <PastedLine pasted={pasted} onDone={() => setPasted(null)} />
        {dropping.map(({ key, fileName, says }) => (
          <Notice
            key={key}
            severity={says ? 'stop' : 'note'}
            action={
              says && (
                <button type="button" className="button-plain" onClick={() => dismiss(key)}>
                  Dismiss
                </button>
              )
            }
          >
            {says ? `${fileName} was not placed. ${says}` : `Bringing in ${fileName} …`}
          </Notice>
        ))}
        {placing.refused && (
          <RefusedPlacing key={placing.refused.id} asset={placing.refused} onDone={placing.settle} />
        )}
        {selected && mayWrite && (
          <StandingPanel editor={editor} selected={selected} site={site} page={page.id} />
        )}
        {mayWrite && <TableControls editor={editor} />}
        {mayWrite && <QuotationControls editor={editor} />}
        <SelectedPlacard />
      </aside>
      <FootRight>
        <SaveLine state={state} onSave={() => void flush()} />
      </FootRight>
    </main>
  );
}

function SelectedPlacard() {
  const { asset } = useSelection();
  return (
    // Where there is little room, it is not taken to say that nothing is chosen.
    <div className={asset === null ? 'max-lg:hidden' : ''}>
      <PlacardPanel id={asset} picture={false} />
    </div>
  );
}
