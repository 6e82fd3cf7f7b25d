import { LEAST_SHARE, sharedAnew, sharesOf } from '@placard/core/page';
import { NumberField } from '../../../kit/numberfield.tsx';
import type { DeskSetting, SettingFieldsProps } from './desksetting.ts';
import { GapField } from './fields.tsx';

const setting: DeskSetting = {
  name: 'columns',
  called: 'in columns',
  phone: 'On a phone they stand one under the other, in this order, each as wide as the screen.',
  seen: 4,
  words: true,
  turns: () => true,
  Fields: ({ things, say }) => (
    <>
      <GapField things={things} say={say} usual={24} />
      <Shares things={things} say={say} />
    </>
  ),
};
export default setting;

/** How wide the columns are to each other, typed; the ruler over the page has the same by hand. */
function Shares({ things, say }: Pick<SettingFieldsProps, 'things' | 'say'>) {
  const shares = sharesOf(things);
  if (things.items.length < 2 || things.items.length > 4) return null;
  return (
    <>
      <span className="flex items-center gap-2">
        <span className="caption">In parts of</span>
        {shares.map((share, nth) => (
          <NumberField
            key={nth}
            label={`Share of column ${nth + 1}, in percent`}
            hideLabel
            className="w-14"
            least={LEAST_SHARE * 100}
            most={Math.round((1 - LEAST_SHARE * (shares.length - 1)) * 100)}
            value={Math.round(share * 100)}
            onChange={(percent) => say({ shares: inPercent(sharedAnew(shares, nth, percent / 100)) })}
          />
        ))}
      </span>
      {things.attrs.shares?.length === things.items.length && (
        <button
          type="button"
          className="button-plain -ml-1.5 justify-self-start"
          onClick={() => say({ shares: null })}
        >
          Make the columns equal
        </button>
      )}
    </>
  );
}

/** Shares as they are kept: in percent, to a tenth. */
const inPercent = (shares: readonly number[]): number[] =>
  shares.map((share) => Math.round(share * 1000) / 10);
