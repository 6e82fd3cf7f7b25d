import { Select } from '../kit/select.tsx';
import { useState } from 'react';
import { DayField } from '../kit/dayfield.tsx';
import type { Placard } from '@placard/core/credit';
import { inCount, isDay, plural } from '@placard/core/text';
import { LicenceChoice } from '../placard/licencechoice.tsx';
import { useSummary } from '../placard/usesummary.ts';
import { useTerms } from '../placard/useterms.ts';

const FIELDS = [
  ['creator', 'creator'],
  ['source', 'source'],
  ['caption', 'caption'],
  ['licence', 'licence'],
  ['copyright', 'copyright notice'],
  ['until', 'last day it may be shown'],
  ['restrictions', 'restrictions'],
] as const satisfies readonly (readonly [keyof Placard, string])[];
type FieldName = (typeof FIELDS)[number][0];

/** Writes one field on every chosen placard, once it is seen what stands there. */
export function OneField({
  chosen,
  onWrite,
  onKeywords,
}: {
  chosen: string[];
  onWrite: (changes: Partial<Placard>, field: string) => void;
  onKeywords: (words: string, way: 'add' | 'remove') => void;
}) {
  const [field, setField] = useState<FieldName | 'add' | 'remove' | ''>('');
  const [text, setText] = useState('');
  const { own } = useTerms();
  const keywords = field === 'add' || field === 'remove';
  return (
    <form
      className="flex flex-wrap items-center gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (keywords) onKeywords(text, field);
        else if (field) onWrite({ [field]: text }, field);
        setField('');
        setText('');
      }}
    >
      <Select
        className="w-[136px]"
        label="Field to write on all"
        hideLabel
        placeholder="Write the …"
        value={field}
        onChange={(chosen) => {
          setField(chosen);
          setText(chosen === 'licence' ? 'unknown' : '');
        }}
        options={[...FIELDS, ['add', 'keywords, more of them'], ['remove', 'keywords, fewer of them']]}
      />
      {field === 'licence' ? (
        <span className="w-[220px] [&_.caption]:sr-only [&_label]:mb-0">
          <LicenceChoice value={text} own={own} onChange={setText} label="Licence for all" />
        </span>
      ) : field === 'until' ? (
        <DayField
          label="Until, for all"
          hideLabel
          value={text}
          onChange={setText}
          onUnread={setText}
          className="w-[200px]"
        />
      ) : (
        field && (
          <input
            className="input w-[200px]"
            aria-label={keywords ? 'Keywords, with commas' : `The ${field} for all`}
            placeholder={keywords ? 'moon, dome, night' : ''}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        )
      )}
      {field && (
        <button
          type="submit"
          className="button"
          disabled={
            (text === '' && keywords) ||
            (field === 'licence' && text === 'unknown') ||
            (field === 'until' && text !== '' && !isDay(text))
          }
        >
          Write on {plural(chosen.length, 'placard')}
        </button>
      )}
      {field && !keywords && <Preview chosen={chosen} field={field} text={text} />}
    </form>
  );
}

/** What stands in a field of all that is chosen, and what becomes of it. */
function Preview({ chosen, field, text }: { chosen: string[]; field: FieldName; text: string }) {
  const summary = useSummary(chosen);
  const { termsOf } = useTerms();
  if (!summary.data) return null;
  const { total, common } = summary.data;
  const values = (common[field] ?? []).filter(({ value }) => field !== 'licence' || value !== 'unknown');
  const same = values.find(({ value }) => value === text)?.assets ?? 0;
  const others = values.filter(({ value }) => value !== text);
  const otherwise = others.reduce((sum, { assets }) => sum + assets, 0);
  const empty = Math.max(0, total - same - otherwise);
  const named = (value: string) => (field === 'licence' ? termsOf(value).name : `“${value}”`);
  return (
    <p role="status" className="w-full text-[12.5px] text-soft">
      {inCount(empty)} say nothing yet, {inCount(same)} say this already
      {otherwise > 0 && (
        <>
          ,{' '}
          <span className="text-ochre">
            {inCount(otherwise)} say something else and would be written over:{' '}
            {others
              .slice(0, 3)
              .map(({ value, assets }) => `${named(value)} (${inCount(assets)})`)
              .join(', ')}
            {others.length > 3 && ' …'}
          </span>
        </>
      )}
    </p>
  );
}
