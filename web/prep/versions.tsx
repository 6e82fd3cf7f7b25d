import { chooseVersion, type AssetDetail, type VersionLine } from '@placard/core/contract';
import { choicesInWords, NO_CHOICES } from '@placard/core/film';
import { editInWords, type Preparation } from '@placard/core/prep';
import { useDo } from '../kit/asking.ts';
import { placingInWords } from './keepbuttons.tsx';
import { Notice } from '../kit/notice.tsx';
import { inPixels } from '@placard/core/text';
import { ago } from '../kit/days.ts';

/** The versions of a picture, film or sound: looked at, taken up again, or put in its place. */
export function Versions({
  asset,
  versions,
  mayWrite,
  opened,
  onOpen,
  beside,
  onBeside,
  onTake,
}: {
  asset: AssetDetail;
  versions: VersionLine[];
  mayWrite: boolean;
  /** The one that is looked at. */
  opened: string | null;
  onOpen: (version: string | null) => void;
  /** The one that lies beside what is worked on, where one can. */
  beside?: string | null;
  onBeside?: (version: string | null) => void;
  onTake: (preparation: Preparation) => void;
}) {
  const use = useDo(chooseVersion);
  const chosen = versions.find(({ id }) => id === opened);
  return (
    <section aria-label="Versions" className="border border-rule bg-card px-4 py-3">
      <h2 className="mb-1.5">Versions</h2>
      {use.error && <Notice severity="stop">{use.error.message}</Notice>}
      <ul className="flex gap-2 overflow-x-auto pb-1">
        {versions.map((version) => (
          <li key={version.id} className="w-[88px] shrink-0">
            <button
              type="button"
              aria-pressed={opened === version.id}
              title={nameOf(version, versions)}
              className="group block w-full text-left"
              onClick={() => onOpen(opened === version.id ? null : version.id)}
            >
              <span
                className={`block h-[62px] border-2 bg-paper ${version.state === 'kept' ? 'border-transparent' : 'border-madder'} group-aria-pressed:border-ink`}
              >
                {version.thumbnail && (
                  <img src={version.thumbnail} alt="" className="size-full object-contain" />
                )}
              </span>
              <span
                className={`block truncate text-[12px] ${version.state === 'current' ? 'font-semibold' : 'text-soft'}`}
              >
                {nameOf(version, versions)}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {chosen && (
        <div className="mt-1.5 border-t border-rule pt-2 text-[13px]">
          <p>
            {inPixels(chosen.width, chosen.height)}, {chosen.by ? `by ${chosen.by}, ` : ''}
            {ago(chosen.at)}
          </p>
          <p className="text-soft">
            {[
              ...chosen.preparation.edits.map((edit) =>
                Object.values(editInWords(edit)).filter(Boolean).join(' '),
              ),
              ...choicesInWords(chosen.preparation.film ?? NO_CHOICES),
            ].join('; ') || 'as it came'}
          </p>
          {chosen.onlyIn.length > 0 && (
            <p>Only in {chosen.onlyIn.map(({ title }) => `“${title}”`).join(', ')}</p>
          )}
          <div className="mt-1.5 flex flex-wrap gap-2">
            {mayWrite && chosen.state === 'kept' && (
              <button
                type="button"
                className="button"
                disabled={use.isPending}
                onClick={() => use.mutate({ params: { id: asset.id, version: chosen.id }, body: {} })}
              >
                {placingInWords(asset)}
              </button>
            )}
            {onBeside && (
              <button
                type="button"
                className="button-plain"
                onClick={() => onBeside(beside === chosen.id ? null : chosen.id)}
              >
                {beside === chosen.id ? 'Take it away again' : 'Lay beside'}
              </button>
            )}
            {mayWrite && (
              <button type="button" className="button-plain" onClick={() => onTake(chosen.preparation)}>
                Work on from here
              </button>
            )}
          </div>
        </div>
      )}
    </section>
  );
}

function nameOf({ number, state, preparation }: VersionLine, all: VersionLine[]): string {
  const { edits, narrow, film } = preparation;
  const done = [
    ...choicesInWords(film ?? NO_CHOICES),
    ...new Set(edits.map((edit) => editInWords(edit).what.toLowerCase())),
    ...(narrow ? ['own crop for phones'] : []),
  ];
  const untouched = number === 1 || all.length === 1 ? 'as it came' : 'original';
  return state === 'next' ? `${number}, coming` : `${number}, ${done.join(', ') || untouched}`;
}
