import { X } from 'lucide-react';
import type { AssetDetail } from '@placard/core/contract';
import type { Size } from '@placard/core/geometry';
import { changesMade, editInWords, type Edit } from '@placard/core/prep';
import { inPixels } from '@placard/core/text';
import { useTerms } from '../placard/useterms.ts';

/** What is done to it, and what the credit will say of that. */
export function DoneList({
  edits,
  asset,
  size,
  onRemove,
}: {
  edits: readonly Edit[];
  asset: AssetDetail;
  size: Size;
  onRemove: ((edit: Edit) => void) | null;
}) {
  const changes = changesMade(edits);
  const terms = useTerms().termsOf(asset.placard.licence);
  const forbidden = changes.length > 0 && terms.prohibits.includes('DerivativeWorks');
  return (
    <section aria-label="What is done to it" className="border border-rule bg-card px-4 py-3">
      <h2 className="mb-1 flex items-baseline justify-between">
        What is done to it{' '}
        <span className="font-mono text-[12.5px] font-normal text-soft">
          {inPixels(size.width, size.height)}
        </span>
      </h2>
      {edits.length === 0 && <p className="text-soft">Nothing: it is as it came.</p>}
      <ul>
        {edits.map((edit) => {
          const { what, how } = editInWords(edit);
          return (
            <li
              key={edit.kind}
              className="flex items-baseline gap-2 border-b border-rule py-1 text-[13.5px] last:border-0"
            >
              <span className="mr-auto">{what}</span>
              <span className="text-right font-mono text-[12.5px] text-soft">{how}</span>
              {onRemove && (
                <button
                  type="button"
                  aria-label={`Do not: ${what}`}
                  className="self-center p-0.5 text-soft hover:text-madder"
                  onClick={() => onRemove(edit)}
                >
                  <X aria-hidden className="size-3.5" />
                </button>
              )}
            </li>
          );
        })}
      </ul>
      {changes.length > 0 && (
        <p className={`mt-1.5 text-[13px] ${forbidden ? 'text-madder' : ''}`}>
          {forbidden
            ? `${terms.name} does not allow changed pictures to be shown.`
            : terms.requires.includes('IndicateChanges')
              ? `The credit will say “${changes.join(', ')}”.`
              : ''}
        </p>
      )}
    </section>
  );
}
