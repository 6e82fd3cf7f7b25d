import type { Editor } from '@tiptap/react';
import { useEffect, useState } from 'react';
import { listPageVersions, readPageVersion, type Page, type PageVersionLine } from '@placard/core/contract';
import { comparePages, upgraded, type Compared } from '@placard/core/page';
import { useAsk } from '../../kit/asking.ts';
import { ago, writtenTime } from '../../kit/days.ts';
import { Notice } from '../../kit/notice.tsx';
import type { OwnFacts } from '../desk/ownfacts.ts';
import { placeOfChild, putDocument } from '../desk/putdocument.ts';
import { documentOf } from '../desk/documentof.ts';
import { Side } from './side.tsx';

/** What a page was: its versions, each beside the page as it stands, to be brought back whole or a block at a time. */
export function Versions({
  page,
  editor,
  mayWrite,
  onFacts,
  onClose,
}: {
  page: Page;
  editor: Editor;
  mayWrite: boolean;
  onFacts: (own: OwnFacts) => void;
  onClose: () => void;
}) {
  const lines = useAsk(listPageVersions, { params: { id: page.id } }, { staleTime: 0 });
  const [number, choose] = useState<number | null>(null);
  useEffect(() => {
    const leave = (event: KeyboardEvent) => event.key === 'Escape' && onClose();
    addEventListener('keydown', leave);
    return () => removeEventListener('keydown', leave);
  }, [onClose]);
  const chosen = lines.data?.find((line) => line.number === number) ?? lines.data?.[1] ?? lines.data?.[0];
  return (
    <main className="grid h-full grid-cols-[230px_minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-[auto_minmax(0,1fr)]">
      <nav
        aria-label="Versions"
        className="min-h-0 overflow-y-auto border-r border-rule py-4 pr-2 pl-5 text-[13px] max-lg:max-h-40"
      >
        <button type="button" className="button mb-3" onClick={onClose}>
          Back to the page
        </button>
        <h1 className="mb-2 text-[17px]">Earlier versions</h1>
        <ol>
          {(lines.data ?? []).map((line) => (
            <li key={line.number}>
              <button
                type="button"
                aria-current={line.number === chosen?.number}
                onClick={() => choose(line.number)}
                className="block w-full border-l-[3px] border-transparent py-1 pl-2.5 text-left hover:text-madder aria-[current=true]:border-madder aria-[current=true]:font-semibold"
              >
                {ago(line.at)}
                <span className="block text-[12px] font-normal text-soft">{toldOf(line)}</span>
              </button>
            </li>
          ))}
        </ol>
        {lines.data?.length === 0 && (
          <p className="text-soft">Nothing is kept yet: the next save is the first version.</p>
        )}
        {lines.error && <Notice severity="stop">{lines.error.message}</Notice>}
      </nav>
      {chosen && (
        <OneVersion
          key={chosen.number}
          page={page}
          editor={editor}
          line={chosen}
          mayWrite={mayWrite}
          onFacts={onFacts}
        />
      )}
    </main>
  );
}

const toldOf = ({ by, how, handedOffAt, number }: PageVersionLine): string =>
  [
    `${number}`,
    by,
    ...(how === 'swapped' ? ['something was swapped'] : []),
    ...(handedOffAt ? ['handed off'] : []),
  ].join(' · ');

function OneVersion({
  page,
  editor,
  line,
  mayWrite,
  onFacts,
}: {
  page: Page;
  editor: Editor;
  line: PageVersionLine;
  mayWrite: boolean;
  onFacts: (own: OwnFacts) => void;
}) {
  const version = useAsk(
    readPageVersion,
    { params: { id: page.id, number: String(line.number) } },
    { staleTime: Number.POSITIVE_INFINITY },
  );
  // Looked at anew after something was brought back.
  const [, again] = useState(0);
  if (version.error)
    return (
      <div className="p-5">
        <Notice severity="stop">{version.error.message}</Notice>
      </div>
    );
  if (!version.data) return <p className="p-5 text-soft">Bringing it up …</p>;
  const was = upgraded(version.data.document);
  const lines = comparePages(was, documentOf(editor));
  const differs = lines.filter(({ kind }) => kind !== 'same').length;
  const bringBack = (compared: Compared) => {
    const { doc, tr, schema } = editor.state;
    const at = placeOfChild(doc, compared.at.after);
    const until = compared.after ? at + (doc.nodeAt(at)?.nodeSize ?? 0) : at;
    if (compared.before) tr.replaceWith(at, until, schema.nodeFromJSON(compared.before));
    // A page has one block at least.
    else if (doc.childCount > 1) tr.delete(at, until);
    else tr.replaceWith(at, until, schema.nodeFromJSON({ type: 'paragraph' }));
    editor.view.dispatch(tr);
    again((count) => count + 1);
  };
  const all = () => {
    putDocument(editor, was.content.length > 0 ? was : { ...was, content: [{ type: 'paragraph' }] });
    onFacts({ title: line.title, facts: version.data.facts, shown: version.data.shown });
    again((count) => count + 1);
  };
  return (
    <div className="min-h-0 overflow-auto px-5 py-4">
      <div className="mb-3 flex flex-wrap items-baseline gap-3">
        <h2 className="text-[19px]">{line.title}</h2>
        <span className="text-[13px] text-soft">{writtenTime(line.at)}</span>
        {mayWrite && differs > 0 && (
          <button type="button" className="button button-go ml-auto" onClick={all}>
            Bring this version back
          </button>
        )}
      </div>
      <p role="status" className="mb-3 text-[13px] text-soft">
        {differs === 0
          ? 'The words and what is placed stand as they stood then.'
          : `${differs} of ${lines.length} blocks differ. Whatever is brought back can be undone in the page.`}
      </p>
      <table className="w-full table-fixed border-collapse text-left align-top">
        <thead>
          <tr className="border-b border-ink text-[13px]">
            <th className="py-1 pr-3 font-semibold">As it was</th>
            <th className="py-1 pr-3 font-semibold">As it stands</th>
            <th className="w-32 py-1">
              <span className="sr-only">What can be done</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {folded(lines).map((row, at) =>
            Array.isArray(row) ? (
              <tr key={at} className="border-b border-rule text-[12.5px] text-soft">
                <td colSpan={3} className="py-1">
                  {row.length === 1 ? 'One block is the same' : `${row.length} blocks are the same`}
                </td>
              </tr>
            ) : (
              <tr key={at} className="border-b border-rule align-top">
                <td className="py-2 pr-3">
                  <Side compared={row} side="before" />
                </td>
                <td className="py-2 pr-3">
                  <Side compared={row} side="after" />
                </td>
                <td className="py-2">
                  {mayWrite && (
                    <button type="button" className="button-plain" onClick={() => bringBack(row)}>
                      {row.before ? 'Bring this back' : 'Take this out'}
                    </button>
                  )}
                </td>
              </tr>
            ),
          )}
        </tbody>
      </table>
    </div>
  );
}

/** What differs, with what is the same between it in one line. */
function folded(lines: readonly Compared[]): (Compared | Compared[])[] {
  const rows: (Compared | Compared[])[] = [];
  for (const line of lines) {
    const last = rows.at(-1);
    if (line.kind !== 'same') rows.push(line);
    else if (Array.isArray(last)) last.push(line);
    else rows.push([line]);
  }
  return rows;
}
