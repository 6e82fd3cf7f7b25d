import { EditorContent, useEditor, useEditorState, type Editor, type JSONContent } from '@tiptap/react';
import { StarterKit } from '@tiptap/starter-kit';
import { useEffect, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { savePage, type Page, type Site } from '@placard/core/contract';
import { columnOf, isLinkAddress, type PageDocument } from '@placard/core/page';
import { UnpackView } from '../embed/unpackview.tsx';
import { useMay } from '../kit/asking.ts';
import { MeasureRule } from '../kit/measurerule.tsx';
import { Notice } from '../kit/notice.tsx';
import { PlacardPanel } from '../placard/placard.tsx';
import { FootRight } from '../shell/foot.tsx';
import { useSelection } from '../shell/selection.tsx';
import { DRAGGED_ASSET, PLACE_EVENT } from '../shell/tray.tsx';
import { Conflict } from './conflict.tsx';
import { Hairline } from './hairline.tsx';
import { embedBlock, PLACEMENT_NODES } from './nodes.ts';
import { Outline } from './outline.tsx';
import { beginInWords, boundaryAt, insertAt, selectedNode, moveSelected } from './placing.ts';
import { RefusedPlacing } from './refusedplacing.tsx';
import { SaveLine } from './saveline.tsx';
import { StandingPanel } from './standingpanel.tsx';
import { useAutosave } from './usepage.ts';
import { useDropFiles } from './usedropfiles.ts';
import { usePlaceAsset } from './useplaceasset.ts';
import { WordControls } from './wordcontrols.tsx';

const NONCE = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;

interface PageEditorProps {
  page: Page;
  site: Site;
  onOpenNewer: () => void;
}

/** A page lying on the desk at its true measure, with its outline, the placard and the settings of what is selected. */
export function PageEditor({ page, site, onOpenNewer }: PageEditorProps) {
  const mayWrite = useMay(savePage);
  const { select, openTray } = useSelection();
  const [title, setTitle] = useState(page.title);
  const [code, setCode] = useState<string | null>(null);
  const titleNow = useRef(title);
  titleNow.current = title;
  const { state, findings, write, flush } = useAutosave(page);
  const drop = useRef<(id: string, at: number) => void>(() => {});
  const dropFiles = useRef<(files: File[], at: number) => void>(() => {});
  const editor = useEditor({
    editable: mayWrite,
    injectNonce: NONCE ?? '',
    injectCSS: false,
    immediatelyRender: true,
    content: page.document,
    extensions: [
      StarterKit.configure({
        heading: { levels: [2, 3, 4] },
        blockquote: false,
        code: false,
        codeBlock: false,
        horizontalRule: false,
        strike: false,
        underline: false,
        trailingNode: false,
        link: {
          openOnClick: false,
          autolink: false,
          isAllowedUri: (href) => isLinkAddress(href),
          HTMLAttributes: { target: null, rel: null },
        },
        dropcursor: { color: '#a6342b', width: 2 },
      }),
      ...PLACEMENT_NODES,
    ],
    editorProps: {
      attributes: { 'aria-label': 'Words of the page', role: 'textbox', 'aria-multiline': 'true' },
      handleDrop: (view, event) => {
        const id = event.dataTransfer?.getData(DRAGGED_ASSET);
        const files = event.dataTransfer?.files;
        if (!id && files && files.length > 0) {
          event.preventDefault();
          event.stopPropagation();
          dropFiles.current([...files], boundaryAt(view, event.clientX, event.clientY));
          return true;
        }
        if (!id) return false;
        event.preventDefault();
        drop.current(id, boundaryAt(view, event.clientX, event.clientY));
        return true;
      },
      handlePaste: (_view, event) => {
        const text = event.clipboardData?.getData('text/plain') ?? '';
        if (!/<iframe[\s>]/i.test(text)) return false;
        setCode(text);
        return true;
      },
      handleKeyDown: (view, event) => event.altKey && moveSelected(view, event.key),
    },
    onCreate: ({ editor }) => beginInWords(editor),
    onUpdate: ({ editor }) =>
      write({ title: titleNow.current, document: editor.getJSON() as unknown as PageDocument }),
  });
  const placing = usePlaceAsset(editor, site);
  drop.current = placing.place;
  const {
    dropping,
    drop: takeFiles,
    dismiss,
  } = useDropFiles(editor, page.section.id, placing.place, placing.refused !== null);
  dropFiles.current = takeFiles;

  const selected = useEditorState({ editor, selector: ({ editor }) => selectedPlacement(editor) });
  useEffect(() => {
    if (selected?.asset) select(selected.asset);
  }, [selected?.asset, select]);
  useEffect(() => {
    const listen = (event: Event) => placing.place((event as CustomEvent<string>).detail, null);
    addEventListener(PLACE_EVENT, listen);
    return () => removeEventListener(PLACE_EVENT, listen);
  }, [placing]);

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
          insertAt(editor, block as JSONContent, placing.at);
          setCode(null);
        }}
        onClose={() => setCode(null)}
        onPlace={(frame) => {
          insertAt(editor, embedBlock(frame, 'column'), placing.at);
          setCode(null);
        }}
      />
    );
  }
  const column = columnOf(site.measures);
  return (
    <main className="grid h-full grid-cols-[150px_minmax(0,1fr)_330px] max-lg:grid-cols-1 max-lg:overflow-y-auto">
      <Outline editor={editor} findings={findings} />
      <div className="min-h-0 overflow-auto px-4 pt-2 pb-10 max-lg:overflow-visible">
        <div className="mx-auto" style={{ width: column + 32, maxWidth: '100%' }}>
          {state.kind === 'conflict' && (
            <Conflict
              page={page}
              says={state.says}
              title={title}
              document={() => editor.getJSON() as unknown as PageDocument}
              onOpenNewer={onOpenNewer}
            />
          )}
          {mayWrite && (
            <WordControls editor={editor} onEmbed={() => setCode('')} onPut={() => openTray(true)} />
          )}
          <div className="mx-4">
            <MeasureRule measures={site.measures} column={column} chosen={selected?.measure} />
          </div>
          <div className="sheet relative px-4 py-6">
            <input
              aria-label="Title of the page"
              readOnly={!mayWrite}
              value={title}
              onChange={(event) => {
                setTitle(event.target.value);
                if (event.target.value.trim() !== '')
                  write({
                    title: event.target.value.trim(),
                    document: editor.getJSON() as unknown as PageDocument,
                  });
              }}
              className="mb-3 w-full bg-transparent font-serif text-[29px] leading-tight font-semibold"
            />
            <EditorContent editor={editor} />
            {mayWrite && (
              <Hairline
                editor={editor}
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
      <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto py-3 pr-5 max-lg:px-4">
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
        {placing.refused && <RefusedPlacing refused={placing.refused} onDone={placing.settle} />}
        {selected && mayWrite && (
          <StandingPanel editor={editor} selected={selected} site={site} page={page.id} />
        )}
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
  return <PlacardPanel id={asset} picture={false} />;
}

export type SelectedPlacement = NonNullable<ReturnType<typeof selectedPlacement>>;

/** The placement that is selected as a whole, or null. */
function selectedPlacement(editor: Editor) {
  const placed = selectedNode(editor);
  if (!placed) return null;
  const { node, pos } = placed;
  return {
    pos,
    type: node.type.name,
    asset: (node.attrs['asset'] as string | undefined) ?? null,
    id: String(node.attrs['id']),
    position: String(node.attrs['position']),
    measure: String(node.attrs['measure']),
    gap: Number(node.attrs['gap']),
    version: (node.attrs['version'] as string | null | undefined) ?? null,
    ownAlt: (node.attrs['ownAlt'] as string | null | undefined) ?? null,
    ownCaption: (node.attrs['ownCaption'] as string | null | undefined) ?? null,
    credit: String(node.attrs['credit'] ?? 'below'),
    beside: nextWords(editor, pos),
  };
}

/** The words that stand next to a placement, for showing it set in them. */
function nextWords(editor: Editor, pos: number): string {
  let words = '';
  editor.state.doc.forEach((block, offset) => {
    if (offset > pos && words.length < 700) words += `${block.textContent} `;
  });
  return words.trim().slice(0, 700);
}
