import { useDeferredValue, useState } from 'react';
import { binAssets, listAssets, readAsset } from '@placard/core/contract';
import { useAsk, useDo } from '../kit/asking.ts';
import { Thumbnail } from '../kit/thumbnail.tsx';

/** Chooses what takes the place of an asset in every page it stands in, and bins it then. */
export function Replacement({ id, title, onDone }: { id: string; title: string; onDone: () => void }) {
  const [words, setWords] = useState('');
  const settled = useDeferredValue(words);
  const asset = useAsk(readAsset, { params: { id } });
  const kind = asset.data?.facts.kind;
  const found = useAsk(
    listAssets,
    { query: { words: settled, limit: '9', ...(kind ? { kind } : {}) } },
    { enabled: kind !== undefined, placeholderData: (before) => before },
  );
  const bin = useDo(binAssets);
  const others = (found.data?.assets ?? []).filter((other) => other.id !== id).slice(0, 8);
  return (
    <div className="mt-1.5">
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
              disabled={bin.isPending}
              aria-label={`Put ${other.placard.title || other.fileName} in the place of ${title}`}
              onClick={() => bin.mutate({ body: { assets: [id], instead: other.id } }, { onSuccess: onDone })}
            >
              <Thumbnail src={other.thumbnail} facts={other.facts} className="h-[60px] w-full" />
              <span className="block truncate text-[12px]">{other.placard.title || other.fileName}</span>
            </button>
          </li>
        ))}
      </ul>
      {bin.error && (
        <p role="alert" className="text-madder">
          {bin.error.message}
        </p>
      )}
    </div>
  );
}
