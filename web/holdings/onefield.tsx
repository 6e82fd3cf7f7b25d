import { useState } from 'react';
import type { Placard } from '@placard/core/credit';
import { LICENCES } from '@placard/core/licence';
import { plural } from '../kit/words.ts';

const FIELDS = [
  ['creator', 'creator'],
  ['source', 'source'],
  ['caption', 'caption'],
  ['licence', 'licence'],
] as const satisfies readonly (readonly [keyof Placard, string])[];
type FieldName = (typeof FIELDS)[number][0];

/** Writes one field on every chosen placard. */
export function OneField({
  count,
  onWrite,
  onKeywords,
}: {
  count: number;
  onWrite: (changes: Partial<Placard>, field: string) => void;
  onKeywords: (words: string, way: 'add' | 'remove') => void;
}) {
  const [field, setField] = useState<FieldName | 'add' | 'remove' | ''>('');
  const [text, setText] = useState('');
  return (
    <form
      className="flex gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (field === 'add' || field === 'remove') onKeywords(text, field);
        else if (field) onWrite({ [field]: text }, field);
        setField('');
        setText('');
      }}
    >
      <select
        className="input w-[124px]"
        aria-label="Field to write on all"
        value={field}
        onChange={(event) => setField(event.target.value as typeof field)}
      >
        <option value="" disabled>
          Write the …
        </option>
        {FIELDS.map(([name, says]) => (
          <option key={name} value={name}>
            {says}
          </option>
        ))}
        <option value="add">keywords, more of them</option>
        <option value="remove">keywords, fewer of them</option>
      </select>
      {field === 'licence' ? (
        <select
          className="input w-[200px]"
          aria-label="Licence for all"
          value={text}
          onChange={(event) => setText(event.target.value)}
        >
          <option value="" disabled>
            Choose
          </option>
          {LICENCES.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      ) : (
        field && (
          <input
            className="input w-[200px]"
            aria-label={
              field === 'add' || field === 'remove' ? 'Keywords, with commas' : `The ${field} for all`
            }
            placeholder={field === 'add' || field === 'remove' ? 'moon, dome, night' : ''}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        )
      )}
      {field && (
        <button
          type="submit"
          className="button"
          disabled={text === '' && (field === 'licence' || field === 'add' || field === 'remove')}
        >
          Write on {plural(count, 'placard')}
        </button>
      )}
    </form>
  );
}
