import { Checkbox } from '../kit/checkbox.tsx';
import { useState } from 'react';
import { altAdvice } from '@placard/core/alt';
import type { AssetDetail } from '@placard/core/contract';
import { plural } from '@placard/core/text';
import { Refusal } from '../kit/api.ts';
import { useOnce } from '../kit/once.ts';
import { useSaveLabel } from '../placard/uselabel.ts';

/** Why something was not placed, and the field to fill; done, it is placed where it was meant. */
export function RefusedPlacing({
  asset,
  more,
  onDone,
}: {
  asset: AssetDetail;
  /** How many wait behind it. */
  more: number;
  onDone: (asset: AssetDetail | null) => void;
}) {
  const [alt, setAlt] = useState('');
  const [decorative, setDecorative] = useState(false);
  const [says, setSays] = useState<string | null>(null);
  const saveLabel = useSaveLabel();
  const saving = useOnce(async () => {
    const changes = decorative ? { decorative: true, alt: '' } : { decorative: false, alt };
    try {
      const saved = await saveLabel(asset.id, asset.placardVersion, changes);
      onDone({ ...asset, placard: saved.placard, placardVersion: saved.version });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setSays(error.message);
    }
  });
  return (
    <form
      aria-label="Alt text is missing"
      onSubmit={(event) => {
        event.preventDefault();
        saving.press();
      }}
      className="wall-label border-madder"
      onKeyDown={(event) => event.key === 'Escape' && onDone(null)}
    >
      <h2>Not placed yet</h2>
      <p className="my-2">
        “{asset.placard.title || asset.fileName}” has no alt text. Say what it shows, for those who do not see
        it, or say that it is decorative.
        {more > 0 && ` ${plural(more, 'more file')} ${more === 1 ? 'comes' : 'come'} behind it.`}
      </p>
      <textarea
        autoFocus
        rows={3}
        className="input"
        aria-label="What it shows"
        disabled={decorative}
        value={alt}
        onChange={(event) => setAlt(event.target.value)}
      />
      {altAdvice(alt, { caption: asset.placard.caption }).map(({ rule, says }) => (
        <p key={rule} className="text-[12.5px] text-ochre">
          {says}
        </p>
      ))}
      <Checkbox className="my-2 text-[13px]" checked={decorative} onChange={(on) => setDecorative(on)}>
        Decorative: says nothing the text does not say
      </Checkbox>
      {says && <p className="mb-2 text-madder">{says}</p>}
      <div className="flex gap-2">
        <button type="submit" className="button button-go" disabled={!decorative && alt.trim() === ''}>
          Save and place it
        </button>
        <button type="button" className="button" onClick={() => onDone(null)}>
          Leave it out
        </button>
      </div>
    </form>
  );
}
