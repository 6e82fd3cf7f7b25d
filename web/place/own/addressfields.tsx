import { useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { forgetAddress, movePage, readPage, type Page, type Site } from '@placard/core/contract';
import { useDo } from '../../kit/asking.ts';
import { Select } from '../../kit/select.tsx';
import { Field } from '../../placard/field.tsx';

/** Where the page stands in the site; where it stood before leads on. */
export function AddressFields({ page: now, site }: { page: Page; site: Site }) {
  const client = useQueryClient();
  const move = useDo(movePage);
  const forget = useDo(forgetAddress);
  const [wrong, setWrong] = useState<string | null>(null);
  const again = () => client.invalidateQueries({ queryKey: [readPage.path] });
  const change = async (body: { slug?: string; section?: string }) => {
    setWrong(null);
    try {
      await move.mutateAsync({ params: { id: now.id }, body });
      await again();
    } catch (error) {
      setWrong(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <div className="pb-2">
      <div className="mb-2 flex items-center gap-2 [&>label]:shrink-0">
        <Select
          label="Section"
          value={now.section.id}
          options={site.sections.map(({ id, title }) => [id, title] as const)}
          onChange={(section) => void change({ section })}
        />
      </div>
      <Field name="Its own part of the address" value={now.slug} onChange={(slug) => void change({ slug })} />
      {wrong && <p className="text-madder">{wrong}</p>}
      {now.formerAddresses.length > 0 && (
        <>
          <p className="caption">Lead on to it</p>
          <ul>
            {now.formerAddresses.map((address) => (
              <li key={address} className="flex items-baseline justify-between gap-2">
                <span className="min-w-0 break-all">{address}</span>
                <button
                  type="button"
                  className="button-plain shrink-0"
                  aria-label={`Let ${address} lead on no more`}
                  disabled={forget.isPending}
                  onClick={() => {
                    void forget
                      .mutateAsync({ params: { id: now.id }, query: { address } })
                      .then(again, () => undefined);
                  }}
                >
                  No more
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
