import { useQueryClient } from '@tanstack/react-query';
import { useEditorState, type Editor } from '@tiptap/react';
import { useEffect, useRef, useState } from 'react';
import { createPage, readPage, type Page } from '@placard/core/contract';
import {
  blockText,
  isClash,
  isPlacement,
  mergePages,
  upgraded,
  type Block,
  type Clash,
} from '@placard/core/page';
import { call } from '../kit/api.ts';
import { useDo, keyOf } from '../kit/asking.ts';
import { tell } from '../kit/messages.tsx';
import { useOnce } from '../kit/once.ts';
import { Notice } from '../kit/notice.tsx';
import { Choice } from '../kit/radios.tsx';
import { clashingFacts, mergedFacts } from './mergefacts.ts';
import type { OwnFacts } from './desk/ownfacts.ts';
import { putDocument } from './desk/putdocument.ts';
import type { Draft } from './desk/usepage.ts';
import { documentOf } from './desk/documentof.ts';
import { Placed } from './versions/placed.tsx';
import { useLeadOn } from '../kit/leadon.tsx';

interface ConflictProps {
  page: Page;
  says: string;
  editor: Editor;
  own: OwnFacts;
  /** What both began from. */
  base: () => Draft;
  onOpenNewer: () => void;
  /** Goes on from their version, with what both wrote; `own` where that is another now. */
  onMerged: (theirs: Page, own: OwnFacts) => void;
}

type Choices = Record<string, 'mine' | 'theirs' | 'both'>;

/** Somebody else saved first: what touches other blocks is brought together by itself; where both changed the same one, somebody chooses. */
export function Conflict({ page, says, editor, own, base, onOpenNewer, onMerged }: ConflictProps) {
  const client = useQueryClient();
  const [theirs, setTheirs] = useState<Page>();
  const [away, setAway] = useState<string | null>(null);
  const [choices, setChoices] = useState<Choices>({});
  const mine = useEditorState({ editor, selector: ({ editor: now }) => documentOf(now) });
  const was = base();
  useEffect(() => {
    if (away !== null) return;
    call(readPage, { params: { id: page.id } }).then(
      (read) => {
        client.setQueryData(keyOf(readPage, { id: page.id }), read);
        setTheirs(read);
      },
      (error: unknown) => setAway(error instanceof Error ? error.message : String(error)),
    );
  }, [away, client, page.id]);
  const parts = theirs ? mergePages(upgraded(was.document), mine, upgraded(theirs.document)) : null;
  const clashes = parts?.filter(isClash) ?? [];
  const facts = theirs ? clashingFacts(was, own, theirs) : [];
  const bringTogether = () => {
    if (!parts || !theirs) return;
    const content = parts.flatMap((part) => {
      if (!isClash(part)) return part;
      const chosen = choices[nameOf(part)];
      if (chosen === 'mine') return part.mine;
      return chosen === 'theirs' ? part.theirs : [...part.theirs, ...part.mine];
    });
    putDocument(
      editor,
      { ...mine, content: content.length > 0 ? content : [{ type: 'paragraph' }] },
      // What somebody else wrote is nothing that this window did, and nothing that it undoes.
      { undone: false },
    );
    onMerged(theirs, mergedFacts(was, own, theirs, choices));
  };
  const merged = useRef(false);
  useEffect(() => {
    if (!parts || !theirs || clashes.length > 0 || facts.length > 0 || merged.current) return;
    merged.current = true;
    bringTogether();
    tell({ says: `${theirs.changedBy || 'Somebody'} changed other parts of this page. Both are in it now.` });
  });
  if (away !== null)
    return (
      <section aria-label="Somebody else saved first" className="wall-label mb-3 border-madder py-2">
        <Notice severity="stop">
          {says} What they wrote cannot be read now: {away}
        </Notice>
        <div className="mt-2 flex flex-wrap gap-2">
          <button type="button" className="button button-go" onClick={() => setAway(null)}>
            Try again
          </button>
          <OwnPage page={page} title={own.title} document={() => documentOf(editor)} />
        </div>
      </section>
    );
  if (!parts || clashes.length + facts.length === 0) return null;
  return (
    <section aria-label="Both changed the same" className="wall-label mb-3 border-madder py-2">
      <Notice severity="warn">{says}</Notice>
      <p className="my-2 text-[13px]">
        What touches other parts is brought together. Here both changed the same: say what is to stand.
      </p>
      {clashes.map((clash) => (
        <OneClash
          key={nameOf(clash)}
          clash={clash}
          by={theirs?.changedBy || 'Theirs'}
          chosen={choices[nameOf(clash)]}
          onChoose={(chosen) => setChoices((before) => ({ ...before, [nameOf(clash)]: chosen }))}
        />
      ))}
      {facts.map(({ fact, called, mine: own, theirs: other }) => (
        <div key={fact} className="mb-2 border-t border-rule pt-2 text-[13px]">
          <p className="caption">{called}</p>
          <div className="mb-1 grid grid-cols-2 gap-3 font-serif text-[14px] max-sm:grid-cols-1">
            <p>
              <span className="caption block font-sans">Mine</span> {own}
            </p>
            <p>
              <span className="caption block font-sans">{theirs?.changedBy || 'Theirs'}</span> {other}
            </p>
          </div>
          <Choice
            label={`What is to stand as ${called.toLowerCase()}`}
            value={choices[fact] ?? ('' as 'mine')}
            options={[
              ['mine', 'Mine'],
              ['theirs', 'Theirs'],
            ]}
            onChange={(chosen) => setChoices((before) => ({ ...before, [fact]: chosen }))}
          />
        </div>
      ))}
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="button button-go"
          disabled={
            clashes.some((clash) => !choices[nameOf(clash)]) || facts.some(({ fact }) => !choices[fact])
          }
          onClick={bringTogether}
        >
          Bring both together
        </button>
        <OwnPage page={page} title={own.title} document={() => documentOf(editor)} />
        <button type="button" className="button-plain" onClick={onOpenNewer}>
          Leave mine and open theirs
        </button>
      </div>
    </section>
  );
}

/** A clash by what it is about, so that a choice stays while its words go on. */
const nameOf = ({ base, theirs }: Clash): string => JSON.stringify([base, theirs]);

function OneClash({
  clash,
  by,
  chosen,
  onChoose,
}: {
  clash: Clash;
  by: string;
  chosen: 'mine' | 'theirs' | 'both' | undefined;
  onChoose: (chosen: 'mine' | 'theirs' | 'both') => void;
}) {
  return (
    <div className="mb-2 border-t border-rule pt-2 text-[13px]">
      <div className="mb-1 grid grid-cols-2 gap-3 font-serif text-[14px] max-sm:grid-cols-1">
        <Side says="Mine" blocks={clash.mine} />
        <Side says={by} blocks={clash.theirs} />
      </div>
      <Choice
        label="What is to stand"
        value={chosen ?? ('' as 'mine')}
        options={[
          ['mine', 'Mine'],
          ['theirs', 'Theirs'],
          ['both', 'Both, one after the other'],
        ]}
        onChange={onChoose}
      />
    </div>
  );
}

function Side({ says, blocks }: { says: string; blocks: readonly Block[] }) {
  return (
    <div>
      <span className="caption">{says}</span>
      {blocks.map((block, at) => (
        <div key={at}>{isPlacement(block) ? <Placed block={block} /> : blockText(block)}</div>
      ))}
      {blocks.length === 0 && <p className="text-soft">taken out</p>}
    </div>
  );
}

function OwnPage({
  page,
  title,
  document,
}: {
  page: Page;
  title: string;
  document: () => ReturnType<typeof documentOf>;
}) {
  const create = useDo(createPage);
  const leadOn = useLeadOn(`/place/${page.id}`);
  const keep = useOnce(async () => {
    const body = {
      title: `${title.slice(0, 180)} (my words)`,
      section: page.section.id,
      document: document(),
    };
    const made = await create.mutateAsync({ body }).catch(() => undefined);
    if (made) leadOn({ to: `/place/${made.id}`, says: `“${made.title}” was begun.` });
  });
  return (
    <>
      <button type="button" className="button" onClick={() => keep.press()} disabled={keep.busy}>
        Keep mine as a page of its own
      </button>
      {create.error && <Notice severity="stop">{create.error.message}</Notice>}
    </>
  );
}
