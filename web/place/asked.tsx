import { Notice } from '../kit/notice.tsx';
import { RefusedPlacing } from './refusedplacing.tsx';
import type { useDropFiles } from './usedropfiles.ts';
import type { usePlaceAsset } from './useplaceasset.ts';

/** What is coming into the page, and what is asked before it stands there. */
export function Asked({
  dropped: { dropping, dismiss },
  placing: { asked, waiting },
}: {
  dropped: Pick<ReturnType<typeof useDropFiles>, 'dropping' | 'dismiss'>;
  placing: Pick<ReturnType<typeof usePlaceAsset>, 'asked' | 'waiting'>;
}) {
  return (
    <>
      {dropping.map(({ key, fileName, says }) => (
        <Notice
          key={key}
          severity={says ? 'stop' : 'note'}
          action={
            says && (
              <button type="button" className="button-plain" onClick={() => dismiss(key)}>
                Dismiss
              </button>
            )
          }
        >
          {says ? `${fileName} was not placed. ${says}` : `Bringing in ${fileName} …`}
        </Notice>
      ))}
      {asked && (
        <RefusedPlacing key={asked.asset.id} asset={asked.asset} more={waiting - 1} onDone={asked.answer} />
      )}
    </>
  );
}
