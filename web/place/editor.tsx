import type { JSONContent } from '@tiptap/react';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import * as v from 'valibot';
import { proofPage, savePage, type Page, type Site } from '@placard/core/contract';
import { columnOf } from '@placard/core/geometry';
import { dayIn } from '@placard/core/text';
import { UnmeasuredBoxes } from '../embed/unmeasuredboxes.tsx';
import { useAsk, useMay } from '../kit/asking.ts';
import type { Found } from '../kit/drafts.ts';
import { FootRight } from '../kit/foot.tsx';
import { GoOn } from '../kit/goon.tsx';
import { useHold } from '../kit/hold.ts';
import { forgetUnfinished, inHand } from '../kit/inhand.ts';
import { tell } from '../kit/messages.tsx';
import { newPlacementId } from '../kit/newplacementid.ts';
import { usePlaces, useSelecting } from '../kit/selection.tsx';
import { useTitle } from '../kit/usetitle.ts';
import { useTakePage } from '../pages/usepageinhand.ts';
import { Asked } from './asked.tsx';
import { CopyChoice } from './copies/copychoice.tsx';
import { sendPasted } from './desk/coming.ts';
import { pasteAsMarkdown, type Pasted } from './desk/pasting.ts';
import { insertAt } from './desk/placing.ts';
import { positionIn, type Position } from './desk/positions.ts';
import { LOOK } from './desk/schedule.ts';
import type { KeptDraft } from './desk/usepage.ts';
import { Embedding, embeddingOf } from './embedding.tsx';
import { Hairline } from './hairline.tsx';
import { MeasuresRule } from './measuresrule.tsx';
import { Outline } from './outline.tsx';
import { PageSide } from './pageside.tsx';
import { PastedAddress } from './pastedaddress.tsx';
import { PastedLine } from './pastedline.tsx';
import { SaveBanners } from './savebanners.tsx';
import { SaveLine } from './saveline.tsx';
import { SelectionStrip } from './selectionstrip.tsx';
import { ColumnsRule } from './settings/columnsrule.tsx';
import { ItemHandles } from './settings/itemhandles.tsx';
import { useDesk } from './settings/usedesk.ts';
import { Sheet } from './sheet.tsx';
import { useTypeOn } from './typeon.ts';
import { useDragBlocks } from './usedragblocks.ts';
import { useDropFiles } from './usedropfiles.ts';
import { useDropPlace } from './usedropplace.ts';
import { useFullWindow } from './usefullwindow.ts';
import { usePageOnDesk } from './usepageondesk.ts';
import { usePlaceAsset } from './useplaceasset.ts';
import { WordControls } from './wordcontrols.tsx';

const SourceView = lazy(() => import('./sourceview.tsx'));
const Versions = lazy(() => import('./versions/versions.tsx').then((room) => ({ default: room.Versions })));

interface PageEditorProps {
  page: Page;
  /** What was written here before and is not saved yet; null for nothing. */
  draft: Found<KeptDraft> | null;
  site: Site;
  onOpenNewer: () => void;
}

/** What lies on the desk instead of the page. */
type Instead = { code: string } | 'versions' | null;

/** A page lying on the desk at its true measure, with its outline, and beside it what is selected or belongs to the page. */
export function PageEditor({ page, draft, site, onOpenNewer }: PageEditorProps) {
  const mayWrite = useMay(savePage);
  const { openTray } = useSelecting();
  const { state: brought, pathname } = useLocation() as {
    state: { block?: JSONContent; embed?: string } | null;
    pathname: string;
  };
  const [instead, show] = useState<Instead>(() => {
    const code = mayWrite && !brought?.block ? inHand(embeddingOf(page), v.string()) : null;
    return code === null ? null : { code };
  });
  const [source, showSource] = useState(false);
  /** How often it was asked where the words chosen are to lead; 0 once that is answered. */
  const [linking, link] = useState(0);
  const askLink = () => link((before) => before + 1);
  const [copying, chooseCopy] = useState(false);
  const [full, turnFull] = useFullWindow();
  const [gap, setGap] = useState<Position | null>(null);
  const openGap = (at: number | null) => setGap(at === null ? null : positionIn(editor.state, at));
  const [pasted, setPasted] = useState<Pasted | null>(null);
  const [address, setAddress] = useState<string | null>(null);
  const proof = useAsk(proofPage, { params: { id: page.id } });
  const today = dayIn(site.policy.timeZone, new Date());
  /** The day that the page is looked at on; empty for today. */
  const [lookedOn, lookOn] = useState('');
  const desk = usePageOnDesk(page, draft, mayWrite, () => ({
    onCode: (code) => show({ code }),
    onAddress: setAddress,
    onPasted: (came) => {
      setPasted(came);
      sendPasted(editor, came.media);
    },
    onGap: openGap,
    onLink: askLink,
    onDropFiles: (files, at) => void dropFiles(files, at),
    viewer: () => ({ day: lookedOn || today, ours: true }),
  }));
  const { editor, own, saving, writeOwn } = desk;
  useEffect(() => {
    editor.view.dispatch(editor.state.tr.setMeta(LOOK, true).setMeta('addToHistory', false));
  }, [editor, lookedOn]);
  const placing = usePlaceAsset(editor, site);
  const dropFiles = useDropFiles(editor, page.section.id, placing.placeInto);

  // Whoever comes to a page, or back to it from something else, writes on.
  const open = instead === null && !source;
  useEffect(() => {
    if (open && mayWrite) editor.commands.focus(undefined, { scrollIntoView: false });
  }, [open, editor, mayWrite]);

  const room = useRef<HTMLElement>(null);
  useTypeOn(editor, room, open && mayWrite);
  useDesk(editor, site);
  useHold(page.id);
  useTakePage(page.copy ? null : page.id);
  useTitle(own.title, 'Place');
  const { marked, dropPlace } = useDropPlace(editor, placing.placeAll);
  const draggedTo = useDragBlocks(editor, open && mayWrite);
  usePlaces((assets) => void placing.placeAll(assets, null), mayWrite ? dropPlace : null);

  // What was chosen on another screen for this page is put at its end, once.
  const navigate = useNavigate();
  useEffect(() => {
    if (!(brought?.block ?? brought?.embed) || !mayWrite) return;
    if (brought?.embed) show({ code: brought.embed });
    if (brought?.block) {
      insertAt(editor, brought.block, editor.state.doc.content.size);
      editor.commands.scrollIntoView();
    }
    void navigate(pathname, { replace: true, state: null });
  }, [brought, editor, mayWrite, navigate, pathname]);

  if (instead === 'versions')
    return (
      <Suspense>
        <Versions
          page={page}
          editor={editor}
          mayWrite={mayWrite}
          onFacts={writeOwn}
          onClose={() => show(null)}
        />
      </Suspense>
    );
  if (instead !== null)
    return (
      <Embedding
        page={page}
        site={site}
        desk={desk}
        code={instead.code}
        placeChosen={placing.chosen}
        onDone={() => {
          forgetUnfinished(embeddingOf(page));
          show(null);
        }}
      />
    );
  const column = columnOf(site.measures);
  return (
    <GoOn value={mayWrite && open ? () => editor.view.focus() : null}>
      <main
        ref={room}
        className={`grid h-full max-lg:grid-cols-1 max-lg:grid-rows-[minmax(0,1fr)_auto] ${full ? 'grid-cols-[minmax(0,1fr)_330px]' : 'grid-cols-[150px_minmax(0,1fr)_330px]'}`}
      >
        <h1 className="sr-only">Place: {own.title}</h1>
        {!full && <Outline editor={editor} findings={proof.data?.findings ?? null} />}
        <div data-desk className="@container min-h-0 scroll-pt-[110px] overflow-auto px-4 pb-10">
          <div className="mx-auto" style={{ width: column + 32, maxWidth: '100%' }}>
            <SaveBanners page={page} desk={desk} onOpenNewer={onOpenNewer} />
            {!source && (
              // At hand however long the page is.
              <div className="sticky top-0 z-20 bg-desk pt-2">
                {mayWrite && (
                  <WordControls
                    editor={editor}
                    onEmbed={() => show({ code: '' })}
                    onCopy={page.copy ? null : () => chooseCopy(true)}
                    onPut={() => openTray(true)}
                    onLink={askLink}
                    onSource={() => showSource(true)}
                    full={full}
                    onFull={turnFull}
                  />
                )}
                <div className="relative mx-4 min-h-[26px] lg:min-h-0">
                  <MeasuresRule editor={editor} measures={site.measures} column={column} />
                  {mayWrite && <ColumnsRule editor={editor} column={column} />}
                </div>
              </div>
            )}
            <div className="sheet relative px-4 py-6">
              {source ? (
                <Suspense>
                  <SourceView editor={editor} onClose={() => showSource(false)} />
                </Suspense>
              ) : (
                <Sheet
                  editor={editor}
                  mayWrite={mayWrite}
                  title={own.title}
                  facts={own.facts}
                  onTitle={(title) => writeOwn({ title })}
                >
                  {mayWrite && (
                    <>
                      <SelectionStrip editor={editor} onLink={askLink} />
                      <ItemHandles editor={editor} />
                      <UnmeasuredBoxes editor={editor} site={site} opened={desk.begun} />
                      <Hairline
                        editor={editor}
                        opened={gap}
                        marked={marked ?? draggedTo}
                        onOpened={openGap}
                        onChoose={(at) => {
                          placing.choose(at);
                          openTray(true);
                        }}
                        onEmbed={(at) => {
                          placing.choose(at);
                          show({ code: '' });
                        }}
                      />
                    </>
                  )}
                </Sheet>
              )}
            </div>
          </div>
        </div>
        <PageSide
          editor={editor}
          site={site}
          page={page}
          own={own}
          today={today}
          lookedOn={lookedOn}
          onLook={lookOn}
          mayWrite={mayWrite}
          linking={linking}
          onLinked={() => link(0)}
          onOwn={writeOwn}
          onVersions={() => show('versions')}
        >
          {copying && (
            <CopyChoice
              onCancel={() => {
                chooseCopy(false);
                editor.view.focus();
              }}
              onChoose={(copy) => {
                chooseCopy(false);
                insertAt(
                  editor,
                  { type: 'standingCopy', attrs: { id: newPlacementId(), copy } },
                  placing.chosen(),
                );
              }}
            />
          )}
          <PastedLine
            pasted={pasted}
            onMarkdown={(text) =>
              void pasteAsMarkdown(editor.view, text).then(
                (done) => done || tell({ says: 'What you pasted was changed since: it stays as it stands.' }),
              )
            }
            onDone={() => setPasted(null)}
          />
          {address !== null && (
            <PastedAddress
              address={address}
              onEmbed={() => {
                setAddress(null);
                show({ code: address });
              }}
              onDone={() => setAddress(null)}
            />
          )}
          <Asked placing={placing} />
        </PageSide>
        <FootRight>
          <SaveLine state={saving.state} onSave={() => void saving.flush()} />
        </FootRight>
      </main>
    </GoOn>
  );
}
