import type { AssetDetail } from '@placard/core/contract';
import { plural } from '@placard/core/text';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { AltTextForm } from '../placard/alttextform.tsx';

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
  return (
    <AltTextForm
      label="Alt text is missing"
      className="wall-label border-madder"
      takeFocus
      caption={asset.placard.caption}
      go="Save and place it"
      asset={async () => asset}
      onSaved={(_, { placard, version }) => onDone({ ...asset, placard, placardVersion: version })}
      onCancel={() => onDone(null)}
    >
      <h2>Not placed yet</h2>
      <Thumbnail src={asset.thumbnail} facts={asset.facts} className="mt-2 h-[120px] w-full" />
      <p className="my-2">
        “{asset.placard.title || asset.fileName}” has no alt text. Say what it shows, for those who do not see
        it, or say that it is decorative.
        {more > 0 && ` ${plural(more, 'more file')} ${more === 1 ? 'comes' : 'come'} behind it.`}
      </p>
    </AltTextForm>
  );
}
