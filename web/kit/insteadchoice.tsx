import { useDeferredValue, useState } from 'react';
import { listAssets, readAsset } from '@placard/core/contract';
import { useAsk } from './asking.ts';
import { Thumbnail } from './thumbnail.tsx';

/** Chooses, by words, what takes the place of an asset: something of its own kind. */
export function InsteadChoice({
  id,
  title,
  busy,
  onChoose,
}: {
  id: string;
  title: string;
  busy: boolean;
  onChoose: (other: string) => void;
}) {
  const [words, setWords] = useState('');
  const settled = useDeferredValue(words);
  const asset = useAsk(readAsset, { params: { id } });
  const kind = asset.data?.facts.kind;
  const found = useAsk(
    listAssets,
    { query: { words: settled, limit: '9', ...(kind ? { kind } : {}) } },
    { enabled: kind !== undefined, placeholderData: (before) => before },
  );
  const others = (found.data?.assets ?? []).filter((other) => other.id !== id).slice(0, 8);
  return (
    <>
      <input
        className="input max-w-[260px]"
        type="search"
        aria-label={`What takes the place of ${title}`}
        placeholder="What takes its place? Words"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <ul className="mt-2 flex flex-wrap gap-2">
        {others.map((other) => (
          <li key={other.id}>
            <button
              type="button"
              className="block w-[92px] text-left hover:text-madder"
              disabled={busy}
              aria-label={`Put ${other.placard.title || other.fileName} in the place of ${title}`}
              onClick={() => onChoose(other.id)}
            >
              <Thumbnail src={other.thumbnail} facts={other.facts} className="h-[60px] w-full" />
              <span className="block truncate text-[12px]">{other.placard.title || other.fileName}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
