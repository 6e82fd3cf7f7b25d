import { useQueryClient } from '@tanstack/react-query';
import type { Editor } from '@tiptap/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { readAsset, type AssetDetail } from '@placard/core/contract';
import { readSource, sourceOf, TooTangled, type LostPart } from '@placard/core/reading';
import { kindOf, type AnyBlock } from '@placard/core/page';
import { keyOf } from '../kit/asking.ts';
import { Code } from '../kit/code.tsx';
import { useLatest } from '../kit/uselatest.ts';
import { Notice } from '../kit/notice.tsx';
import { placedKindOf } from './kinds/index.ts';
import { newPlacementId } from '../kit/newplacementid.ts';
import { putDocument } from './desk/putdocument.ts';
import { documentOf } from './desk/documentof.ts';
import { paced } from '../kit/pace.ts';

/** How long after the last key what is written is taken into the page, in milliseconds. */
const PAUSE = paced(500);

/** A page's body as HTML, both ways: what is written here stands in the page, and what cannot be kept is marked before it is lost. */
export default function SourceView({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  // What was placed then can be written out of the code and in again.
  const [before] = useState(() => documentOf(editor));
  const client = useQueryClient();
  const begun = useMemo(() => {
    /** The title of what is shown, which the desk has asked for already. */
    const titleOf = (block: AnyBlock) => {
      const [use] = kindOf(block).uses(block);
      return use && client.getQueryData<AssetDetail>(keyOf(readAsset, { id: use.asset }))?.placard.title;
    };
    return sourceOf(before, (block) => titleOf(block) || nameOf(block));
  }, [before, client]);
  const [lost, setLost] = useState<readonly LostPart[]>([]);
  /** What may not have been meant. */
  const [doubtful, setDoubtful] = useState<readonly LostPart[]>([]);
  const [wrong, setWrong] = useState<string | null>(null);
  const [asked, ask] = useState(false);
  /** What was written and is not in the page yet. */
  const waiting = useRef<string | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const take = useLatest(() => {
    clearTimeout(timer.current);
    const code = waiting.current;
    waiting.current = null;
    if (code === null || editor.isDestroyed) return true;
    try {
      const read = readSource(code, before, { newId: newPlacementId });
      putDocument(editor, read.document);
      setLost(read.lost);
      setDoubtful(read.doubtful);
      setWrong(null);
      return read.lost.length === 0;
    } catch (error) {
      if (!(error instanceof TooTangled)) throw error;
      setWrong(error.message);
      return false;
    }
  });
  // Whoever goes elsewhere has written it all the same.
  useEffect(() => () => void take.current(), [take]);
  const close = () => {
    const kept = take.current() && lost.length === 0;
    if (kept || asked) onClose();
    else ask(true);
  };
  return (
    <section
      aria-label="The page as HTML"
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.preventDefault();
        close();
      }}
    >
      <div className="mb-2 flex flex-wrap items-center gap-3 font-sans text-[13px]">
        <button type="button" className={`button ${lost.length > 0 ? '' : 'button-go'}`} onClick={close}>
          {asked && lost.length > 0 ? 'Go back without what is marked' : 'Back to the page'}
        </button>
        <span className="text-soft">
          What is placed stands as a figure with its name; its words here are its image’s alt text and its
          caption.
        </span>
      </div>
      {wrong && <Notice severity="stop">{wrong} Nothing of it is in the page yet.</Notice>}
      <Code
        label="HTML of the page"
        code={begun}
        marks={[...lost, ...doubtful].flatMap(({ what, why, from, to }) =>
          from === undefined || to === undefined ? [] : [{ from, to, says: `${what}: ${why}` }],
        )}
        className="h-[60vh] border border-edge"
        autoFocus
        onChange={(code) => {
          waiting.current = code;
          ask(false);
          clearTimeout(timer.current);
          timer.current = setTimeout(() => void take.current(), PAUSE);
        }}
      />
      <div role="status" className="mt-2 font-sans text-[13px]">
        {doubtful.length > 0 && (
          <>
            <p className="text-ochre">Perhaps not meant so:</p>
            <ul className="mb-2 list-disc pl-5">
              {doubtful.map(({ what, why, from }) => (
                <li key={`${what} ${why} ${from}`}>
                  <code>{what}</code>: {why}
                </li>
              ))}
            </ul>
          </>
        )}
        {lost.length === 0 ? (
          <span className="text-soft">All of it is kept.</span>
        ) : (
          <>
            <p className="text-ochre">Not kept, and lost when you go back to the page:</p>
            <ul className="list-disc pl-5">
              {lost.slice(0, 20).map(({ what, why, from }) => (
                <li key={`${what} ${from}`}>
                  <code>{what}</code>: {why}
                </li>
              ))}
              {lost.length > 20 && <li>and {lost.length - 20} more</li>}
            </ul>
          </>
        )}
      </div>
    </section>
  );
}

/** What a placement is called in the code. */
const nameOf = (block: AnyBlock): string =>
  kindOf(block).words(block) || (placedKindOf(block.type)?.called(block) ?? block.type);
