import { useMemo } from 'react';
import * as v from 'valibot';
import { FACETS, SearchSchema, type Facet } from '@placard/core/contract';
import { useAddressQuery } from '../kit/addressquery.ts';

/** What stands in the address bar of the holdings, as the server wants to be asked; what it does not know is left out. */
export type Asked = Partial<Record<keyof typeof SearchSchema.entries, string>>;

/** The search of the holdings, kept in the address bar, so that it can be kept, sent and gone back to. */
export function useSearch() {
  const [params, set] = useAddressQuery();
  const asked = useMemo((): Asked => {
    const given = [...params].filter(([name, value]) => {
      const schema = SearchSchema.entries[name as keyof typeof SearchSchema.entries] as
        v.GenericSchema | undefined;
      return schema !== undefined && value !== '' && v.safeParse(schema, value).success;
    });
    return Object.fromEntries(given);
  }, [params]);
  const narrowed =
    FACETS.some((facet: Facet) => asked[facet]) ||
    Boolean(asked.words || asked.since || asked.until || asked.shortlist || asked.sort === 'placed');
  return { asked, set, narrowed, ledger: params.get('as') === 'ledger' };
}
