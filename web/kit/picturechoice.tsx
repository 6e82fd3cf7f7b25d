import { useDeferredValue, useState } from 'react';
import { listAssets } from '@placard/core/contract';
import { useAsk } from './asking.ts';
import { Thumbnail } from './thumbnail.tsx';

/** Chooses a picture of the holdings by words; without words, one of those placed or added last. */
export function PictureChoice({
  label,
  onChoose,
  onCancel,
}: {
  /** What it is chosen as. */
  label: string;
  onChoose: (asset: string) => void;
  onCancel: () => void;
}) {
  const [words, setWords] = useState('');
  const settled = useDeferredValue(words);
  const found = useAsk(
    listAssets,
    { query: { words: settled, kind: 'picture', limit: '9', sort: settled === '' ? 'placed' : 'added' } },
    { placeholderData: (before) => before },
  );
  return (
    <div
      role="group"
      aria-label={label}
      className="my-1"
      onKeyDown={(event) => event.key === 'Escape' && onCancel()}
    >
      <input
        autoFocus
        className="input"
        type="search"
        aria-label={`${label}: words to find it by`}
        placeholder="Words of its label"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <ul className="mt-2 grid grid-cols-3 gap-2">
        {(found.data?.assets ?? []).map((asset) => {
          const title = asset.placard.title || asset.fileName;
          return (
            <li key={asset.id}>
              <button
                type="button"
                className="block w-full text-left hover:text-madder"
                aria-label={`Choose ${title}`}
                onClick={() => onChoose(asset.id)}
              >
                <Thumbnail src={asset.thumbnail} facts={asset.facts} className="h-[54px] w-full" />
                <span className="block truncate text-[12px]">{title}</span>
              </button>
            </li>
          );
        })}
      </ul>
      {found.data?.assets.length === 0 && <p className="text-soft">No picture has these words.</p>}
      <button type="button" className="button-plain -ml-1.5" onClick={onCancel}>
        Cancel
      </button>
    </div>
  );
}
