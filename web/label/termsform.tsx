import { addTerms, changeTerms, type OwnTerms, type Site } from '@placard/core/contract';
import { MAY, MUST } from '@placard/core/licence';
import { TextField, Ticks } from '../kit/fields.tsx';
import { Form, useFilling, type Filling } from '../kit/form.tsx';

/** What can be chosen: to copy goes without saying. */
const PERMITS = ['Distribution', 'CommercialUse', 'DerivativeWorks'] as const;
const REQUIRES = ['Attribution', 'Notice', 'Title', 'IndicateChanges', 'ShareAlike'] as const;

/** Terms of the organisation’s own, new ones or changed. */
export function TermsForm({ terms, onDone }: { terms: Site['terms'][number] | null; onDone: () => void }) {
  const start: OwnTerms = {
    name: terms?.name ?? '',
    short: terms?.short ?? '',
    deed: terms?.deed ?? '',
    permits: terms?.permits ?? ['Reproduction', 'Distribution'],
    requires: terms?.requires ?? ['Attribution'],
    source: terms?.clauses['use']?.text ?? '',
  };
  return terms ? (
    <Changing id={terms.id} name={terms.name} start={start} onDone={onDone} />
  ) : (
    <Adding start={start} onDone={onDone} />
  );
}

type Given = { start: OwnTerms; onDone: () => void };

function Adding({ start, onDone }: Given) {
  const filling = useFilling(addTerms, { start, onDone });
  return <Fields filling={filling} label="New terms" go="Add them" onLeave={onDone} />;
}

function Changing({ id, name, start, onDone }: Given & { id: string; name: string }) {
  const filling = useFilling(changeTerms, { start, params: { id }, onDone });
  return <Fields filling={filling} label={`Change ${name}`} go="Change them" onLeave={onDone} />;
}

function Fields({
  filling,
  label,
  go,
  onLeave,
}: {
  filling: Filling<OwnTerms>;
  label: string;
  go: string;
  onLeave: () => void;
}) {
  return (
    <Form
      filling={filling}
      label={label}
      className="my-2 space-y-2 border-l-2 border-madder pl-3 text-[13.5px]"
      onLeave={onLeave}
      buttons={
        <>
          <button type="submit" className="button button-go" disabled={filling.sending}>
            {go}
          </button>
          <button type="button" className="button-plain" onClick={onLeave}>
            Cancel
          </button>
        </>
      }
    >
      <div className="grid grid-cols-2 gap-2">
        <TextField filling={filling} name="name" label="What they are called" />
        <TextField filling={filling} name="short" label="How they print in a credit" />
        <TextField filling={filling} name="deed" label="Where they stand, an address" />
        <TextField filling={filling} name="source" label="What they rest on: a letter, a contract" />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <Ticks
          filling={filling}
          name="permits"
          label="It may"
          options={PERMITS.map((act) => [act, MAY[act]] as const)}
        />
        <Ticks
          filling={filling}
          name="requires"
          label="We must"
          options={REQUIRES.map((duty) => [duty, MUST[duty]] as const)}
        />
      </div>
    </Form>
  );
}
