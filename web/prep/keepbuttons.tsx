import type { AssetDetail } from '@placard/core/contract';
import { plural } from '@placard/core/text';

/** Where a version is used once it is kept. */
export type Use = 'everywhere' | 'nowhere' | { page: string; place: string };

/** What a press does that puts a version in an asset's place. */
export const placingInWords = ({ usedIn }: AssetDetail) =>
  usedIn.length > 0 ? `Use it in ${plural(usedIn.length, 'page')}` : 'Use this version';

/** What can become of a picture as it was worked on. */
export function KeepButtons({
  asset,
  place,
  disabled,
  onKeep,
}: {
  asset: AssetDetail;
  /** The one place that it is prepared for, where it was opened from there. */
  place: { page: string; place: string; title: string } | null;
  disabled: boolean;
  onKeep: (use: Use) => void;
}) {
  return (
    <div className="flex flex-wrap gap-2">
      <button
        type="button"
        className="button button-go"
        disabled={disabled}
        onClick={() => onKeep('everywhere')}
      >
        {placingInWords(asset)}
      </button>
      {place && (
        <button
          type="button"
          className="button"
          disabled={disabled}
          onClick={() => onKeep({ page: place.page, place: place.place })}
        >
          Only in “{place.title}”
        </button>
      )}
      <button type="button" className="button" disabled={disabled} onClick={() => onKeep('nowhere')}>
        Keep it for later
      </button>
    </div>
  );
}
