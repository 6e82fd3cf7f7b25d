import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { listPages } from '@placard/core/contract';
import { useAsk } from '../../kit/asking.ts';

/** Chooses standing copy by the words of its title; without words, what was changed last. */
export function CopyChoice({
  onChoose,
  onCancel,
}: {
  onChoose: (copy: string) => void;
  onCancel: () => void;
}) {
  const [words, setWords] = useState('');
  const settled = useDeferredValue(words);
  const found = useAsk(
    listPages,
    { query: { copy: 'yes', words: settled, limit: '12' } },
    { placeholderData: (before) => before },
  );
  return (
    <section
      aria-label="Put standing copy"
      className="wall-label py-3 text-[13px]"
      onKeyDown={(event) => event.key === 'Escape' && onCancel()}
    >
      <h2 className="mb-1.5">Put standing copy here</h2>
      <input
        autoFocus
        className="input"
        type="search"
        aria-label="Words of its title"
        placeholder="Words of its title"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <ul className="mt-2">
        {(found.data?.pages ?? []).map(({ id, title }) => (
          <li key={id}>
            <button
              type="button"
              className="w-full border-b border-rule py-1.5 text-left hover:text-madder"
              onClick={() => onChoose(id)}
            >
              {title}
            </button>
          </li>
        ))}
      </ul>
      {found.data?.pages.length === 0 && (
        <p className="text-soft">
          {words === ''
            ? 'Nothing is kept yet. Choose something in a page and keep it, or begin some in '
            : 'None has these words. All of it is in '}
          <Link className="underline" to="/pages?copy=yes">
            Pages
          </Link>
          .
        </p>
      )}
      <button type="button" className="button-plain mt-1 -ml-1.5" onClick={onCancel}>
        Not now
      </button>
    </section>
  );
}
