import type { JSONContent } from '@tiptap/react';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import * as v from 'valibot';
import { proofPage, savePage, type Page, type Site } from '@placard/core/contract';
import { columnOf } from '@placard/core/geometry';
import { upgraded } from '@placard/core/page';
import { dayIn } from '@placard/core/text';
import { UnmeasuredBoxes } from '../embed/unmeasuredboxes.tsx';
import { UnpackView } from '../embed/unpackview.tsx';
import { useAsk, useMay } from '../kit/asking.ts';
import { useHold } from '../kit/hold.ts';
import { inHand, forgetUnfinished } from '../kit/inhand.ts';
import { GoOn } from '../kit/goon.tsx';
import { Notice } from '../kit/notice.tsx';
import type { Found } from '../kit/drafts.ts';
import { useLatest } from '../kit/uselatest.ts';
import { useTitle } from '../kit/usetitle.ts';
import { useTakePage } from '../pages/usepageinhand.ts';
import { FootRight } from '../kit/foot.tsx';
import { usePlaces, useSelecting } from '../kit/selection.tsx';
import { Conflict } from './conflict.tsx';
import { CopyChoice } from './copies/copychoice.tsx';
import { Hairline } from './hairline.tsx';
import { MeasuresRule } from './measuresrule.tsx';
import { KeptDraftOffer } from './keptdraft.tsx';
import { Outline } from './outline.tsx';
import type { OwnFacts } from './desk/ownfacts.ts';
import { PageSide } from './pageside.tsx';
import { PastedAddress, takeAddressOut } from './pastedaddress.tsx';
import { PastedLine } from './pastedline.tsx';
import { sendPasted } from './desk/pastedmedia.ts';
import type { Pasted } from './desk/pasting.ts';
import { newPlacementId } from '../kit/newid.ts';
import { insertAt } from './desk/placing.ts';
import { positionIn, type Position } from './desk/positions.ts';
import { putDocument } from './desk/putdocument.ts';
import { RefusedPlacing } from './refusedplacing.tsx';
import { SavedElsewhere } from './savedelsewhere.tsx';
import { SaveLine } from './saveline.tsx';
import { ColumnsRule } from './settings/columnsrule.tsx';
import { ItemHandles } from './settings/itemhandles.tsx';
import { useDesk } from './settings/usedesk.ts';
import { SelectionStrip } from './selectionstrip.tsx';
import { Sheet } from './sheet.tsx';
import { useTypeOn } from './typeon.ts';
import { useDragBlocks } from './usedragblocks.ts';
import { useDropFiles } from './usedropfiles.ts';
import { useDropPlace } from './usedropplace.ts';
import { useFullWindow } from './usefullwindow.ts';
import { useAutosave, type Draft, type KeptDraft } from './desk/usepage.ts';
import { documentOf } from './desk/documentof.ts';
import { usePageEditor } from './usepageeditor.ts';
import { usePlaceAsset } from './useplaceasset.ts';
import { LOOK } from './desk/schedule.ts';
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
export function PageEditor({ page, draft: found, site, onOpenNewer }: PageEditorProps) {
  const mayWrite = useMay(savePage);
  const { openTray } = useSelecting();
  // Written on this very version, it goes on from there by itself.
  const resumed = found?.what.version === page.version ? found.what : null;
  const [offered, setOffered] = useState(found !== null && resumed === null);
  const [own, setOwn] = useState<OwnFacts>({
    title: resumed?.title ?? page.title,
    facts: resumed?.facts ?? page.facts,
    shown: resumed?.shown === undefined ? page.shown : resumed.shown,
  });
  const { state: brought, pathname } = useLocation() as {
    state: { block?: JSONContent; embed?: string } | null;
    pathname: string;
  };
  const embedding = `embed ${page.id}`;
  const [instead, show] = useState<Instead>(() => {
    const code = mayWrite && !brought?.block ? inHand(embedding, v.string()) : null;
    return code === null ? null : { code };
  });
  const doneEmbedding = () => {
    forgetUnfinished(embedding);
    show(null);
  };
  const [source, showSource] = useState(false);
  /** How often it was asked where the words chosen are to lead; 0 once that is answered. */
  const [linking, link] = useState(0);
  const [copying, chooseCopy] = useState(false);
  const [full, turnFull] = useFullWindow();
  const [gap, setGap] = useState<Position | null>(null);
  const openGap = (at: number | null) => setGap(at === null ? null : positionIn(editor.state, at));
  const [pasted, setPasted] = useState<Pasted | null>(null);
  // A page always has a title: without one the words are saved under the one it had.
  const ownNow = useLatest<OwnFacts>({ ...own, title: own.title.trim() || page.title });
  const { state, version, write, flush, resume, adopt, base } = useAutosave(page);
  const proof = useAsk(proofPage, { params: { id: page.id } });
  const [begun] = useState(() => upgraded(resumed?.document ?? page.document));
  const today = dayIn(site.policy.timeZone, new Date());
  /** The day that the page is looked at on; empty for today. */
  const [lookedOn, lookOn] = useState('');
  const [address, setAddress] = useState<string | null>(null);
  const editor = usePageEditor(page.id, begun, mayWrite, () => ({
    onWritten: (document) => write(() => ({ ...ownNow.current, document: document() })),
    onCode: (code) => show({ code }),
    onAddress: setAddress,
    onPasted: (came) => {
      setPasted(came);
      sendPasted(editor, came.media);
    },
    onGap: openGap,
    onLink: () => link((before) => before + 1),
    onDropFiles: (dropped, at) => void takeFiles(dropped, at),
    viewer: () => ({ day: lookedOn || today, ours: true }),
  }));
  useEffect(() => {
    editor.view.dispatch(editor.state.tr.setMeta(LOOK, true).setMeta('addToHistory', false));
  }, [editor, lookedOn]);
  useEffect(() => {
    if (!resumed || !found) return;
    write(() => ({ ...ownNow.current, document: begun }));
    adopt(found.key);
    // Once, as it was found.
  }, [resumed, found, begun, ownNow, write, adopt]);
  const placing = usePlaceAsset(editor, site);
  const {
    dropping,
    drop: takeFiles,
    dismiss,
  } = useDropFiles(editor, page.section.id, (asset, at, among) => void placing.place(asset, at, among));
  const writeOwn = (change: Partial<OwnFacts>) => {
    const next = { ...own, ...change };
    setOwn(next);
    write((): Draft => ({ ...next, title: next.title.trim() || page.title, document: documentOf(editor) }));
  };

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
  if (instead !== null) {
    return (
      <main className="h-full">
        <h1 className="sr-only">Embed into {own.title}</h1>
        <UnpackView
          name={embedding}
          code={instead.code}
          section={page.section.id}
          site={site}
          onClose={doneEmbedding}
          onPlace={(blocks) => {
            let at = placing.chosen() ?? takeAddressOut(editor, instead.code);
            for (const block of blocks) {
              insertAt(editor, block as JSONContent, at);
              at = editor.state.selection.to;
            }
            doneEmbedding();
          }}
        />
      </main>
    );
  }
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
            {state.kind === 'conflict' && (
              <Conflict
                page={page}
                says={state.says}
                editor={editor}
                own={own}
                base={base}
                onOpenNewer={() => {
                  resume({ ...base(), version: page.version }, null);
                  onOpenNewer();
                }}
                onMerged={(theirs, both) => {
                  setOwn(both);
                  resume(theirs, () => ({ ...both, document: documentOf(editor) }));
                }}
              />
            )}
            {state.kind === 'saved' && (
              <SavedElsewhere
                page={page.id}
                version={version}
                onBring={(newer) => {
                  const { title, facts, shown } = newer;
                  setOwn({ title, facts, shown });
                  putDocument(editor, upgraded(newer.document), { undone: false });
                  resume(newer, null);
                }}
              />
            )}
            {offered && found && (
              <KeptDraftOffer
                page={page}
                draft={found}
                onTake={() => {
                  setOffered(false);
                  // What was kept before facts were says nothing of them: they stay.
                  const { title, facts = page.facts, shown = page.shown } = found.what;
                  const document = upgraded(found.what.document);
                  setOwn({ title, facts, shown });
                  editor.commands.setContent(document as JSONContent);
                  write(() => ({ title, facts, shown, document }));
                  adopt(found.key);
                }}
                onDone={() => setOffered(false)}
              />
            )}
            {!source && (
              // At hand however long the page is.
              <div className="sticky top-0 z-20 bg-desk pt-2">
                {mayWrite && (
                  <WordControls
                    editor={editor}
                    onEmbed={() => show({ code: '' })}
                    onCopy={page.copy ? null : () => chooseCopy(true)}
                    onPut={() => openTray(true)}
                    onLink={() => link((before) => before + 1)}
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
                      <SelectionStrip editor={editor} onLink={() => link((before) => before + 1)} />
                      <ItemHandles editor={editor} />
                      <UnmeasuredBoxes editor={editor} site={site} opened={begun} />
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
          <PastedLine pasted={pasted} onDone={() => setPasted(null)} />
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
          {placing.asked && (
            <RefusedPlacing
              key={placing.asked.asset.id}
              asset={placing.asked.asset}
              more={placing.waiting - 1}
              onDone={placing.asked.answer}
            />
          )}
        </PageSide>
        <FootRight>
          <SaveLine state={state} onSave={() => void flush()} />
        </FootRight>
      </main>
    </GoOn>
  );
}
