import { Checkbox } from '../kit/checkbox.tsx';
import { Select } from '../kit/select.tsx';
import { useState } from 'react';
import { setPolicy, type Policy, type Site } from '@placard/core/contract';
import { countriesOf } from '@placard/core/credit';
import { APPROVALS } from '@placard/core/licence';
import { useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';

const APPROVED: Record<Policy['approval'], string> = {
  nothing: 'nobody has to approve',
  permissions: 'a reviewer approves what was bought or asked for',
  everything: 'a reviewer approves everything',
};

/** What the site is for, and whose terms have to be approved; a keeper decides it. */
export function SitePolicy({ site, mayChange }: { site: Site; mayChange: boolean }) {
  const set = useDo(setPolicy);
  const [policy, setDraft] = useState(site.policy);
  const [countries, setCountries] = useState(site.policy.territory.join(', '));
  const wish = { ...policy, territory: countriesOf(countries) };
  const changed = JSON.stringify(wish) !== JSON.stringify(site.policy);
  return (
    <form
      aria-label="What the site is for"
      className="wall-label space-y-2.5 text-[13.5px]"
      onSubmit={(event) => {
        event.preventDefault();
        set.mutate({ body: wish });
      }}
    >
      <h2>What {site.name} is for</h2>
      <p className="text-soft">Every “may we?” is answered for this.</p>
      <fieldset disabled={!mayChange} className="space-y-2.5">
        <Checkbox checked={policy.commercial} onChange={(on) => setDraft({ ...policy, commercial: on })}>
          It serves commercial advantage or payment
        </Checkbox>
        <label className="block">
          <span className="caption">Countries it is for, by two letters; none for everywhere</span>
          <input
            className="input"
            value={countries}
            placeholder="everywhere"
            onChange={(event) => setCountries(event.target.value)}
          />
        </label>
        <div>
          <Select
            label="Before a page leaves"
            value={policy.approval}
            onChange={(approval) => setDraft({ ...policy, approval })}
            options={APPROVALS.map((approval) => [approval, APPROVED[approval]] as const)}
          />
        </div>
        {policy.approval === 'everything' && (
          <Checkbox checked={policy.ownWork} onChange={(on) => setDraft({ ...policy, ownWork: on })}>
            Our own work too
          </Checkbox>
        )}
        {set.error && <Notice severity="stop">{set.error.message}</Notice>}
        {mayChange ? (
          <button type="submit" className="button button-go" disabled={!changed || set.isPending}>
            Keep this
          </button>
        ) : (
          <p className="text-[12.5px] text-soft">A keeper decides this.</p>
        )}
      </fieldset>
    </form>
  );
}
