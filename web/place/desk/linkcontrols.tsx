import { useEditorState, type Editor } from '@tiptap/react';
import { ExternalLink, FileText, Link2, Mail, PanelTop } from 'lucide-react';
import { useState } from 'react';
import { readAsset, readPage } from '@placard/core/contract';
import { linkToPage, placesOf, targetOf } from '@placard/core/page';
import { useAsk } from '../../kit/asking.ts';
import { Checkbox } from '../../kit/checkbox.tsx';
import { FoundList } from '../../kit/foundlist.tsx';
import { Select } from '../../kit/select.tsx';
import { documentOf } from './documentof.ts';
import { useTargets } from './usetargets.ts';

/** A link as it is chosen. */
export interface ChosenLink {
  href: string;
  newWindow: boolean;
}

/** The link that the caret is in, or one that is being made of the words chosen; nothing otherwise. */
export function LinkControls({
  editor,
  page,
  making,
  onMade,
}: {
  editor: Editor;
  page: string;
  /** How often it was asked for; 0 for not any more. */
  making: number;
  onMade: () => void;
}) {
  const now = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const { href, newWindow } = editor.getAttributes('link') as { href?: string; newWindow?: boolean };
      return {
        link: href ? { href, newWindow: Boolean(newWindow) } : null,
        empty: state.selection.empty,
      };
    },
  });
  if (making === 0 && !now.link) return null;
  const set = ({ href, newWindow }: ChosenLink, says: string) => {
    const attrs = { href, newWindow: newWindow || null };
    const chain = editor.chain();
    if (now.link) chain.extendMarkRange('link').setMark('link', attrs).run();
    // With no words chosen, what it leads to is its words.
    else if (now.empty)
      chain.insertContent({ type: 'text', text: says, marks: [{ type: 'link', attrs }] }).run();
    else chain.setMark('link', attrs).run();
    // At once: what is typed next goes on in the words, and a key that comes before the focus would be lost.
    editor.view.focus();
    onMade();
  };
  return (
    <section aria-label="The link" className="wall-label py-3 text-[13px]">
      <h2 className="mb-1.5 flex items-center gap-2">
        <Link2 aria-hidden className="size-4" /> The link
      </h2>
      <LinkChoice
        key={`${now.link?.href ?? ''} ${making}`}
        editor={editor}
        page={page}
        link={now.link}
        autoFocus={making > 0}
        onChange={set}
        onRemove={() => {
          editor.chain().extendMarkRange('link').unsetMark('link').run();
          editor.view.focus();
          onMade();
        }}
        onCancel={() => {
          onMade();
          editor.view.focus();
        }}
      />
    </section>
  );
}

/** Where a link leads, found by typing: pages of ours by their titles, places in this one, files, any address. */
export function LinkChoice({
  editor,
  page,
  link,
  autoFocus = false,
  onChange,
  onRemove,
  onCancel,
}: {
  editor: Editor;
  page: string;
  link: ChosenLink | null;
  autoFocus?: boolean;
  onChange: (link: ChosenLink, says: string) => void;
  onRemove: () => void;
  onCancel: () => void;
}) {
  // Who asks for a link on one that is there wants it to lead elsewhere.
  const [changing, setChanging] = useState(link === null || autoFocus);
  const [newWindow, setNewWindow] = useState(link?.newWindow ?? false);
  return (
    <>
      {link && !changing && (
        <>
          <Leads link={link} page={page} editor={editor} onChange={onChange} />
          <div className="flex flex-wrap gap-x-2">
            <button type="button" className="button-plain -ml-1.5" onClick={() => setChanging(true)}>
              Lead somewhere else
            </button>
            <button type="button" className="button-plain" onClick={onRemove}>
              Take the link away
            </button>
          </div>
        </>
      )}
      {changing && (
        <TargetSearch
          editor={editor}
          page={page}
          autoFocus={autoFocus || link !== null}
          onChoose={(href, says) => {
            setChanging(false);
            onChange({ href, newWindow }, says);
          }}
          onCancel={() => {
            setChanging(link === null);
            onCancel();
          }}
        />
      )}
      <Checkbox
        className="mt-1.5"
        checked={link?.newWindow ?? newWindow}
        onChange={(on) => {
          setNewWindow(on);
          if (link) onChange({ ...link, newWindow: on }, '');
        }}
      >
        Opens a new window, and says so
      </Checkbox>
    </>
  );
}

/** Where a link could lead, looked for while it is being chosen. */
function TargetSearch({
  editor,
  page,
  autoFocus,
  onChoose,
  onCancel,
}: {
  editor: Editor;
  page: string;
  autoFocus: boolean;
  onChoose: (href: string, says: string) => void;
  onCancel: () => void;
}) {
  const [typed, setTyped] = useState('');
  const { targets, looking } = useTargets(typed, editor, page);
  return (
    <FoundList
      label="Where the link leads"
      placeholder="A page’s title, an address, a mail address, a file"
      autoFocus={autoFocus}
      words={typed}
      onWords={setTyped}
      looking={looking}
      nothing="No page, file or place has these words, and they are no address."
      found={targets.map(({ href, says, beside }) => ({
        key: href,
        says,
        beside,
        choose: () => onChoose(href, says),
      }))}
      onEscape={onCancel}
      inputClass="input"
      listClass="mt-1 max-h-52 overflow-y-auto border border-rule"
    />
  );
}

/** Where a link leads, in words; in a page of ours, to which place of it. */
function Leads({
  link,
  page,
  editor,
  onChange,
}: {
  link: ChosenLink;
  page: string;
  editor: Editor;
  onChange: (link: ChosenLink, says: string) => void;
}) {
  const target = targetOf(link.href);
  const other = target.kind === 'page' && target.page !== page ? target.page : '';
  const to = useAsk(readPage, { params: { id: other } }, { enabled: other !== '', retry: false });
  const file = useAsk(
    readAsset,
    { params: { id: target.kind === 'file' ? target.asset : '' } },
    { enabled: target.kind === 'file', retry: false },
  );
  if (target.kind === 'address') {
    const Icon = link.href.startsWith('mailto:') ? Mail : ExternalLink;
    return (
      <p className="flex items-start gap-2 break-all">
        <Icon aria-hidden className="mt-0.5 size-4 shrink-0" /> {link.href}
      </p>
    );
  }
  if (target.kind === 'file')
    return (
      <p className="flex items-start gap-2">
        <FileText aria-hidden className="mt-0.5 size-4 shrink-0" />
        {file.data ? file.data.placard.title || file.data.fileName : (file.error?.message ?? '…')}
      </p>
    );
  const places = other === '' ? placesOf(documentOf(editor)) : to.data ? placesOf(to.data.document) : [];
  const known = target.anchor === '' || places.some(({ anchor }) => anchor === target.anchor);
  return (
    <>
      <p className="flex items-start gap-2">
        <PanelTop aria-hidden className="mt-0.5 size-4 shrink-0" />
        {other === '' ? 'This page' : to.error ? to.error.message : (to.data?.title ?? '…')}
      </p>
      {places.length > 0 && (
        <div className="mt-1 flex items-center gap-2 [&>label]:shrink-0">
          <Select
            label="At"
            value={target.anchor}
            onChange={(anchor) => onChange({ ...link, href: linkToPage(target.page, anchor) }, '')}
            options={[
              ['', 'its beginning'],
              ...(known ? [] : [[target.anchor, `${target.anchor} (not there any more)`] as const]),
              ...places.map(({ anchor, words }) => [anchor, words || anchor] as const),
            ]}
          />
        </div>
      )}
    </>
  );
}
