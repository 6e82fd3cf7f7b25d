import { useEffect, useState } from 'react';
import type { Choice } from '@placard/core/embed';
import { isPlacement, type Block } from '@placard/core/page';
import { useSame } from '../kit/usesame.ts';
import { draftOf } from './drafts.ts';

/** What a choice becomes in a page, and what is said of it before it stands there; empty until it is made. */
export function useDraft(choice: Choice | null) {
  // A host that is asked answers the same once more.
  const chosen = useSame(choice);
  const [draft, setDraft] = useState<Block[]>([]);
  useEffect(() => {
    let over = false;
    setDraft([]);
    if (chosen) void draftOf(chosen).then((blocks) => !over && setDraft(blocks));
    return () => {
      over = true;
    };
  }, [chosen]);
  const [block] = draft;
  // A still that comes late goes to what it was asked for, or nowhere.
  const change = (attrs: object) =>
    setDraft((now) =>
      now.map((one, at) =>
        at === 0 && idOf(one) === idOf(block)
          ? ({ ...one, attrs: { ...('attrs' in one ? one.attrs : {}), ...attrs } } as Block)
          : one,
      ),
    );
  return { draft, block, change };
}

const idOf = (block: Block | undefined): string | null =>
  block && isPlacement(block) ? block.attrs.id : null;
