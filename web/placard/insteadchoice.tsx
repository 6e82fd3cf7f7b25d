import { useDeferredValue, useState } from 'react';
import { listAssets, readAsset, type Asset } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { AltTextForm } from './alttextform.tsx';
import { Thumbnail } from '../kit/thumbnail.tsx';

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
  /** What was chosen, and does not say what it shows yet. */
  const [wordless, ask] = useState<Asset | null>(null);
  const settled = useDeferredValue(words);
  const asset = useAsk(readAsset, { params: { id } });
  const kind = asset.data?.facts.kind;
  const found = useAsk(
    listAssets,
    { query: { words: settled, limit: '9', ...(kind ? { kind } : {}) } },
    { enabled: kind !== undefined, placeholderData: (before) => before },
  );
  const others = (found.data?.assets ?? []).filter((other) => other.id !== id).slice(0, 8);
  if (wordless)
    return (
      <AltTextForm
        key={wordless.id}
        label="Alt text is missing"
        takeFocus
        className="max-w-[420px]"
        caption={wordless.placard.caption}
        go="Save and put it there"
        asset={async () => wordless}
        onSaved={(other) => {
          ask(null);
          onChoose(other);
        }}
        onCancel={() => ask(null)}
      >
        <p className="mb-2">
          “{wordless.placard.title || wordless.fileName}” has no alt text. Say what it shows before it stands
          in a page.
        </p>
      </AltTextForm>
    );
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
              onClick={() => (saysWhat(other) ? onChoose(other.id) : ask(other))}
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

/** True for what may stand in a page: it says what it shows, or that it says nothing; documents say it in their link. */
const saysWhat = ({ placard, facts }: Asset): boolean =>
  facts.kind === 'document' || placard.decorative || placard.alt !== '';
