import { Checkbox } from '../kit/checkbox.tsx';
import { useState } from 'react';
import { addTerms, changeTerms, type OwnTerms, type Site } from '@placard/core/contract';
import { MAY, MUST } from '@placard/core/licence';
import { useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';

/** What can be chosen: to copy goes without saying. */
const PERMITS = ['Distribution', 'CommercialUse', 'DerivativeWorks'] as const;
const REQUIRES = ['Attribution', 'Notice', 'Title', 'IndicateChanges', 'ShareAlike'] as const;

/** Terms of the organisation's own, new ones or changed. */
export function TermsForm({ terms, onDone }: { terms: Site['terms'][number] | null; onDone: () => void }) {
  const add = useDo(addTerms);
  const change = useDo(changeTerms);
  const [wish, setWish] = useState<OwnTerms>({
    name: terms?.name ?? '',
    short: terms?.short ?? '',
    deed: terms?.deed ?? '',
    permits: terms?.permits ?? ['Reproduction', 'Distribution'],
    requires: terms?.requires ?? ['Attribution'],
    source: terms?.clauses['use']?.text ?? '',
  });
  const error = add.error ?? change.error;
  const turn = <T extends string>(list: readonly T[], word: T) =>
    list.includes(word) ? list.filter((other) => other !== word) : [...list, word];
  return (
    <form
      aria-label={terms ? `Change ${terms.name}` : 'New terms'}
      className="my-2 space-y-2 border-l-2 border-madder pl-3 text-[13.5px]"
      onSubmit={(event) => {
        event.preventDefault();
        if (terms) change.mutate({ params: { id: terms.id }, body: wish }, { onSuccess: onDone });
        else add.mutate({ body: wish }, { onSuccess: onDone });
      }}
    >
      <div className="grid grid-cols-2 gap-2">
        {(
          [
            ['name', 'What they are called', true],
            ['short', 'How they print in a credit', false],
            ['deed', 'Where they stand, an address', false],
            ['source', 'What they rest on: a letter, a contract', false],
          ] as const
        ).map(([field, says, required]) => (
          <label key={field}>
            <span className="caption">{says}</span>
            <input
              className="input"
              required={required}
              value={wish[field]}
              onChange={(event) => setWish({ ...wish, [field]: event.target.value })}
            />
          </label>
        ))}
      </div>
      <div className="grid grid-cols-2 gap-2">
        <fieldset>
          <legend className="caption">It may</legend>
          {PERMITS.map((act) => (
            <Checkbox
              key={act}
              checked={wish.permits.includes(act)}
              onChange={() => setWish({ ...wish, permits: turn(wish.permits, act) })}
            >
              {MAY[act]}
            </Checkbox>
          ))}
        </fieldset>
        <fieldset>
          <legend className="caption">We must</legend>
          {REQUIRES.map((duty) => (
            <Checkbox
              key={duty}
              checked={wish.requires.includes(duty)}
              onChange={() => setWish({ ...wish, requires: turn(wish.requires, duty) })}
            >
              {MUST[duty]}
            </Checkbox>
          ))}
        </fieldset>
      </div>
      {error && <Notice severity="stop">{error.message}</Notice>}
      <div className="flex gap-2">
        <button type="submit" className="button button-go" disabled={add.isPending || change.isPending}>
          {terms ? 'Change them' : 'Add them'}
        </button>
        <button type="button" className="button-plain" onClick={onDone}>
          Leave it
        </button>
      </div>
    </form>
  );
}
