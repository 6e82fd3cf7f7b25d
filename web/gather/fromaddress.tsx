import { useEffect, useState } from 'react';
import { lookAt } from '@placard/core/contract';
import { useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';
import { inBytes, plural } from '@placard/core/text';
import { CollectButton } from './collectbutton.tsx';
import { FoundSheet } from './foundsheet.tsx';

/** Brings in what stands at a web address: a file, or what is found on a page. */
export function FromAddress({ given }: { given: string }) {
  const [address, setAddress] = useState(given);
  const { mutate, data, error, isPending } = useDo(lookAt);
  useEffect(() => {
    if (given) mutate({ body: { address: given } });
    setAddress(given);
  }, [given, mutate]);
  return (
    <>
      <form
        className="mb-3 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          mutate({ body: { address } });
        }}
      >
        <input
          className="input max-w-[640px] font-mono text-[13px]"
          aria-label="Web address"
          placeholder="https:// of a picture, a film, or a page that shows them"
          autoFocus
          value={address}
          onChange={(event) => setAddress(event.target.value)}
        />
        <button type="submit" className="button" disabled={address.trim() === '' || isPending}>
          {isPending ? 'Looking …' : 'Look'}
        </button>
      </form>
      {!data && !error && <CollectButton />}
      {error && <Notice severity="stop">{error.message}</Notice>}
      {data && (
        <>
          <p className="mb-2">
            {data.kind === 'page' ? (
              <>
                This is a page, <span className="font-serif">“{data.title || data.address}”</span>, with{' '}
                {plural(data.found.length, 'file')} on it. What it says of creators and licences is shown
                below each.
              </>
            ) : (
              <>
                A {data.found[0]?.kind} file, <span className="font-mono">{data.title}</span>
                {data.bytes !== null && `, ${inBytes(data.bytes)}`}.
              </>
            )}
          </p>
          <FoundSheet key={data.address} found={data.found} empty="Nothing on this page can be brought in." />
        </>
      )}
    </>
  );
}
