import { useState, type ReactNode } from 'react';
import { altAdvice } from '@placard/core/alt';
import { Refusal } from '../kit/api.ts';
import { Checkbox } from '../kit/checkbox.tsx';
import { useOnce } from '../kit/once.ts';
import { useSaveLabel } from './uselabel.ts';

/** What a picture or film shows, or that it says nothing the words do not say. */
export type AltWords = { alt: string; decorative: boolean };
type SavedLabel = Awaited<ReturnType<ReturnType<typeof useSaveLabel>>>;

/** The one place that asks what something shows before it stands in a page. */
export function AltTextForm({
  label,
  first = null,
  caption,
  go,
  className = '',
  takeFocus = false,
  asset,
  onSaved,
  onCancel,
  children,
}: {
  /** What the form is called; nothing where what holds it is. */
  label?: string;
  /** The alt text that it came with; empty for decorative, null for none. */
  first?: string | null;
  /** What stands under it, which the alt text should not say again. */
  caption: string;
  /** What the button says. */
  go: string;
  className?: string;
  takeFocus?: boolean;
  /** Which asset is labelled; what is not held yet is taken in for it. */
  asset: () => Promise<{ id: string; placardVersion: number }>;
  onSaved: (asset: string, saved: SavedLabel) => void;
  onCancel?: () => void;
  /** What is said first. */
  children?: ReactNode;
}) {
  const [{ alt, decorative }, write] = useState<AltWords>({ alt: first ?? '', decorative: first === '' });
  const [says, setSays] = useState<string | null>(null);
  const saveLabel = useSaveLabel();
  const saving = useOnce(async () => {
    setSays(null);
    try {
      const { id, placardVersion } = await asset();
      onSaved(id, await saveLabel(id, placardVersion, { decorative, alt: decorative ? '' : alt }));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setSays(error.message);
    }
  });
  return (
    <form
      aria-label={label}
      className={className}
      onSubmit={(event) => {
        event.preventDefault();
        saving.press();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onCancel?.()}
    >
      {children}
      <textarea
        autoFocus={takeFocus}
        rows={3}
        className="input"
        aria-label="Alt text"
        placeholder="What it shows, for those who do not see it"
        disabled={decorative}
        value={alt}
        onChange={({ target }) => write({ decorative, alt: target.value })}
      />
      {!decorative &&
        altAdvice(alt, { caption }).map(({ rule, says: advice }) => (
          <p key={rule} className="text-[12.5px] text-ochre">
            {advice}
          </p>
        ))}
      <Checkbox
        className="my-2 text-[13px]"
        checked={decorative}
        onChange={(on) => write({ alt, decorative: on })}
      >
        Decorative: says nothing the text does not say
      </Checkbox>
      {says && <p className="mb-2 text-madder">{says}</p>}
      <div className="flex gap-2">
        <button
          type="submit"
          className="button button-go"
          disabled={saving.busy || (!decorative && alt.trim() === '')}
        >
          {go}
        </button>
        {onCancel && (
          <button type="button" className="button" onClick={onCancel}>
            Cancel
          </button>
        )}
      </div>
    </form>
  );
}
