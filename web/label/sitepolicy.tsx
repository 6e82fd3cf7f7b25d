import { useSame } from '../kit/usesame.ts';
import { useEffect } from 'react';
import { useFormState, useWatch } from 'react-hook-form';
import { setPolicy, type Policy, type Site } from '@placard/core/contract';
import { APPROVALS } from '@placard/core/licence';
import { Countries, TimeZone } from '../kit/codechoice.tsx';
import { Choose, Tick } from '../kit/fields.tsx';
import { Form, useFilling } from '../kit/form.tsx';

const APPROVED: Record<Policy['approval'], string> = {
  nothing: 'nobody has to approve',
  permissions: 'a reviewer approves what was bought or asked for',
  everything: 'a reviewer approves everything',
};

/** What the site is for, and whose terms have to be approved; a keeper decides it. */
export function SitePolicy({ site, mayChange }: { site: Site; mayChange: boolean }) {
  const filling = useFilling(setPolicy, {
    start: site.policy,
    onDone: () => filling.form.reset(filling.form.getValues()),
  });
  const { control, form } = filling;
  const [approval, territory, timeZone] = useWatch({ control, name: ['approval', 'territory', 'timeZone'] });
  const { isDirty } = useFormState({ control });
  const decided = useSame(site.policy);
  useEffect(() => {
    // What somebody else has decided meanwhile is begun from, but takes nothing away that is being decided here.
    if (!form.formState.isDirty) form.reset(decided);
  }, [decided, form]);
  return (
    <Form
      filling={filling}
      label="What the site is for"
      className="wall-label space-y-2.5 text-[13.5px]"
      buttons={
        mayChange ? (
          <button type="submit" className="button button-go" disabled={!isDirty || filling.sending}>
            Keep this
          </button>
        ) : (
          <p className="text-[12.5px] text-soft">A keeper decides this.</p>
        )
      }
    >
      <h2>What {site.name} is for</h2>
      <p className="text-soft">Every “may we?” is answered for this.</p>
      <fieldset disabled={!mayChange} className="space-y-2.5">
        <Tick filling={filling} name="commercial" label="It serves commercial advantage or payment" />
        <Countries
          label="Countries it is for"
          value={territory}
          disabled={!mayChange}
          onChange={(next) => filling.form.setValue('territory', next, { shouldDirty: true })}
        />
        <TimeZone
          label="Where its days begin and end"
          value={timeZone ?? 'UTC'}
          disabled={!mayChange}
          onChange={(next) => filling.form.setValue('timeZone', next, { shouldDirty: true })}
        />
        <div>
          <Choose
            filling={filling}
            name="approval"
            label="Before a page leaves"
            disabled={!mayChange}
            options={APPROVALS.map((one) => [one, APPROVED[one]] as const)}
          />
        </div>
        {approval === 'everything' && <Tick filling={filling} name="ownWork" label="Our own work too" />}
      </fieldset>
    </Form>
  );
}
