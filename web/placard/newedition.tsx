import { useRef, useState } from 'react';
import { chooseVersion, listVersions, type AssetDetail } from '@placard/core/contract';
import { plural } from '@placard/core/text';
import { acceptWhenRead } from '../kit/acceptwhenread.ts';
import { call } from '../kit/api.ts';
import { useMay } from '../kit/asking.ts';
import { tell } from '../kit/messages.tsx';
import { uploads, useSending } from '../kit/uploads.ts';

/** Puts a newer file in the place of a document's own: its label stays, and every page has the new one. */
export function NewEdition({ asset }: { asset: AssetDetail }) {
  const may = useMay(chooseVersion);
  const picker = useRef<HTMLInputElement>(null);
  const [key, setKey] = useState<string | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const sending = useSending().find((one) => one.key === key);
  const waits = key !== null;

  const take = async (came: { arrival: string } | { asset: string }) => {
    try {
      if ('asset' in came)
        return setSays(
          came.asset === asset.id
            ? 'This is the very file that it has already.'
            : 'This file is held already under a label of its own. Nothing was changed.',
        );
      const versions = await call(listVersions, { params: { id: asset.id } });
      const before = versions.find(({ state }) => state === 'current')?.id;
      await acceptWhenRead(came.arrival, asset.section.id, asset.id);
      const pages = asset.usedIn.length;
      tell({
        says: `“${asset.placard.title || asset.fileName}” has its new edition${pages > 0 ? `, in ${plural(pages, 'page')}` : ''}.`,
        ...(before ? { undo: () => call(chooseVersion, { params: { id: asset.id, version: before } }) } : {}),
      });
    } catch (error) {
      setSays(error instanceof Error ? error.message : String(error));
    } finally {
      setKey(null);
    }
  };

  if (!may) return null;
  return (
    <div className="mt-2 border-t border-rule pt-2 text-[13px]">
      <p className="caption">Edition</p>
      <button
        type="button"
        className="button mt-1"
        disabled={waits && sending?.state !== 'failed'}
        onClick={() => picker.current?.click()}
      >
        {waits && sending?.state !== 'failed' ? 'Bringing it in …' : 'Put a new edition in its place'}
      </button>
      <input
        ref={picker}
        type="file"
        className="hidden"
        aria-label="File of the new edition"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (!file) return;
          setSays(null);
          setKey(uploads.addOne(file, (came) => void take(came)));
        }}
      />
      {(sending?.says ?? says) && (
        <p role="alert" className="mt-1 text-madder">
          {sending?.says ?? says}
        </p>
      )}
    </div>
  );
}
