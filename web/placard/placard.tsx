import { Fold } from '../kit/fold.tsx';
import { Checkbox } from '../kit/checkbox.tsx';
import type { ComponentProps } from 'react';
import { Link } from 'react-router';
import { altAdvice } from '@placard/core/alt';
import { readAsset, type AssetDetail, type Judged } from '@placard/core/contract';
import { countriesOf, missingParts, statement, type Placard } from '@placard/core/credit';
import { refusalOf, useAsk } from '../kit/asking.ts';
import { Countries } from '../kit/codechoice.tsx';
import { DayField } from '../kit/dayfield.tsx';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { inBytes, inPixels, inTime, plural, writtenDay } from '@placard/core/text';
import { Captions } from './captions.tsx';
import { Field, FileSays } from './field.tsx';
import { LicenceChoice } from './licencechoice.tsx';
import { NewEdition } from './newedition.tsx';
import { SentFilms } from './sentfilms.tsx';
import { Statement } from './statement.tsx';
import { TermsLines } from './termslines.tsx';
import { useLabel } from './uselabel.ts';
import { useTerms } from './useterms.ts';

/** The wall label of an asset: read first, edited in place. The same card on every screen. */
export function PlacardPanel({
  id,
  picture = true,
  besides,
}: {
  id: string | null;
  picture?: boolean;
  besides?: Besides | undefined;
}) {
  const asset = useAsk(readAsset, { params: { id: id ?? '' } }, { enabled: id !== null });
  if (id === null) {
    return (
      <div className="wall-label text-soft">
        <h2 className="text-ink">Nothing selected</h2>
        <p className="mt-1">
          Choose a picture or film and its placard stands here: what it shows, whose it is, on what terms.
        </p>
      </div>
    );
  }
  const refused = refusalOf(asset);
  if (refused) return <div className="wall-label">{refused.message}</div>;
  if (!asset.data) return <div className="wall-label min-h-[300px]" aria-busy="true" />;
  return <WallLabel key={id} asset={asset.data} picture={picture} besides={besides} />;
}

/** What is known of an asset besides its label, for the screen where labels are written. */
export interface Besides {
  /** What its file says. */
  file: Partial<Placard>;
  places: Judged['places'];
  twins: readonly string[];
}

function WallLabel({
  asset,
  picture,
  besides,
}: {
  asset: AssetDetail;
  picture: boolean;
  besides: Besides | undefined;
}) {
  const { placard, change, conflict, refused } = useLabel(asset);
  const { own, termsOf } = useTerms();
  const terms = termsOf(placard.licence);
  const runs = statement(placard, { changes: asset.shown.changes, terms });
  const missing = missingParts(placard, terms);
  const advice = altAdvice(placard.alt, {
    caption: placard.caption,
    decorative: placard.decorative,
    ...(besides && besides.twins.length > 0 ? { twins: besides.twins } : {}),
    places: besides?.places ?? [],
  });
  const { facts } = asset;
  const line = (name: string, field: TextField, more: Partial<ComponentProps<typeof Field>> = {}) => (
    <Field
      name={name}
      value={placard[field]}
      fileSays={besides?.file[field]}
      onChange={(text) => change({ [field]: text })}
      placeholder="None"
      {...more}
    />
  );
  const day = (name: string, field: TextField, placeholder: string) => (
    <div className="mb-2">
      <DayField
        label={name}
        value={placard[field]}
        onChange={(text) => change({ [field]: text })}
        placeholder={placeholder}
      />
      <FileSays
        name={name}
        value={writtenDay(placard[field])}
        says={besides?.file[field] && writtenDay(besides.file[field])}
        onTake={() => change({ [field]: besides?.file[field] ?? '' })}
      />
    </div>
  );
  return (
    <article aria-label={`Placard of ${placard.title || asset.fileName}`} className="wall-label">
      {picture && (
        <Thumbnail src={asset.thumbnail} facts={facts} alt={placard.alt} className="mb-3 h-[150px] w-full" />
      )}
      {line('Title', 'title', {
        className: 'font-serif text-[20px] leading-tight font-semibold',
        placeholder: asset.fileName,
        hideName: true,
      })}
      {line('Creator', 'creator', {
        className: 'font-serif italic',
        placeholder: 'Creator not known',
        hideName: true,
      })}
      <p className="caption mb-2.5">
        {facts.width > 0 && `${inPixels(facts.width, facts.height)} px, `}
        {facts.duration !== null && `${inTime(facts.duration)}, `}
        {inBytes(asset.bytes)} {facts.extension.toUpperCase()}
      </p>
      {facts.note && <p className="mb-2.5 text-[12.5px] text-ochre">{facts.note}</p>}
      {conflict && (
        <div role="alert" className="mb-3 border border-ochre p-2 text-[13px]">
          <p>{conflict.says}</p>
          <div className="mt-1.5 flex gap-2">
            <button type="button" className="button" onClick={conflict.useMine}>
              Write mine over it
            </button>
            <button type="button" className="button-plain" onClick={conflict.useTheirs}>
              Leave theirs
            </button>
          </div>
        </div>
      )}
      {refused && (
        <p role="alert" className="mb-2 text-[13px] text-madder">
          {refused}
        </p>
      )}
      {facts.kind !== 'document' && (
        <>
          {line('Alt text', 'alt', {
            onChange: (alt) => change({ alt, ...(alt === '' ? {} : { decorative: false }) }),
            multiline: true,
            placeholder: '',
            missing: !placard.decorative && placard.alt === '' ? 'What does it show?' : undefined,
          })}
          {advice.map(({ rule, says, basis }) => (
            <p key={rule} className="mb-1 text-[12.5px] text-ochre">
              {says} <span className="text-soft">({basis})</span>
            </p>
          ))}
          <Checkbox
            className="mb-2 text-[13px]"
            checked={placard.decorative}
            onChange={(on) => change({ decorative: on, ...(on ? { alt: '' } : {}) })}
          >
            Decorative: says nothing the text does not say
          </Checkbox>
        </>
      )}
      {line('Caption', 'caption', { multiline: true })}
      {line('Keywords', 'keywords', { multiline: true, placeholder: 'None; commas between them' })}
      <hr className="my-3 border-rule" />
      <p className="caption">Credit as it prints</p>
      <p className="mb-2 text-[13.5px]">
        {runs.length > 0 ? (
          <Statement runs={runs} />
        ) : (
          <span className="text-soft">Nothing to print yet.</span>
        )}
      </p>
      {missing.map(({ part, says, owed }) => (
        <p key={part} className={`mb-1 text-[12.5px] ${owed ? 'text-madder' : 'text-ochre'}`}>
          No {part}. <span className="text-soft">{says}</span>
        </p>
      ))}
      <div className="mb-3">
        <TermsLines terms={terms} />
      </div>
      <LicenceChoice value={placard.licence} own={own} onChange={(licence) => change({ licence })} />
      {besides?.file.licence && besides.file.licence !== placard.licence && (
        <p className="mb-2 flex items-baseline gap-2 border-l-2 border-rule pl-2 text-[12.5px] text-soft">
          <span className="grow">The file says: {termsOf(besides.file.licence).name}</span>
          <button
            type="button"
            className="button-plain py-0"
            aria-label="Take what the file says as licence"
            onClick={() => change({ licence: besides.file.licence ?? 'unknown' })}
          >
            Take it
          </button>
        </p>
      )}
      {line('Source', 'source')}
      <Fold
        key={`${asset.id} terms`}
        says="Until when, where, how often"
        className="text-[13px]"
        open={placard.until !== '' || placard.restrictions !== ''}
      >
        <div className="grid grid-cols-2 gap-x-4">
          {day('May be shown from', 'from', 'at once')}
          {day('May be shown until', 'until', 'no end')}
          {line('Times it may be shown', 'impressions', { placeholder: 'any number' })}
        </div>
        <div className="mb-2">
          <Countries
            label="Countries"
            value={countriesOf(placard.territory)}
            onChange={(countries) => change({ territory: countries.join(', ') })}
          />
        </div>
        {line('Exclusive to us', 'exclusive', { placeholder: 'no; or for what it is ours alone' })}
        {line('Restrictions', 'restrictions', { multiline: true })}
      </Fold>
      <Fold
        key={`${asset.id} more`}
        says="Addresses, notice, picture id, long description"
        className="text-[13px]"
      >
        <Checkbox
          className="mb-2 text-[13px]"
          checked={placard.organisation}
          onChange={(on) => change({ organisation: on })}
        >
          The creator is an organisation, not a person
        </Checkbox>
        {line('Creator’s address', 'creatorUrl', { placeholder: 'https://' })}
        {line('Source’s address', 'sourceUrl', { placeholder: 'https://' })}
        {line('Copyright notice', 'copyright', { placeholder: 'None; as it stands in the work' })}
        {line('Picture id', 'pictureId')}
        {day('Date of access', 'accessed', 'not said')}
        {line('Long description', 'description', { multiline: true })}
      </Fold>
      {(facts.kind === 'film' || facts.kind === 'sound') && <Captions asset={asset} />}
      {facts.kind === 'document' && <NewEdition asset={asset} />}
      {facts.kind === 'film' && <SentFilms asset={asset} />}
      <UsedIn asset={asset} places={besides?.places} />
    </article>
  );
}

type TextField = Exclude<keyof Placard, 'decorative' | 'organisation'>;

/** The pages it stands in: what is written here is read there, except where a place has its own words. */
function UsedIn({ asset, places }: { asset: AssetDetail; places: Judged['places'] | undefined }) {
  return (
    <div className="mt-3 border-t border-rule pt-2 text-[13px]">
      <p className="caption">
        {asset.usedIn.length === 0
          ? 'Stands in no page.'
          : `What is written here changes ${plural(asset.usedIn.length, 'page')}`}
      </p>
      <ul>
        {asset.usedIn.map(({ pageId, title }) => {
          const own = new Set(places?.filter(({ page }) => page === pageId).flatMap((place) => place.own));
          return (
            <li key={pageId}>
              <Link
                to={`/place/${pageId}`}
                className="underline decoration-edge underline-offset-3 hover:text-madder"
              >
                {title}
              </Link>
              {own.size > 0 && (
                <span className="text-soft">
                  {' '}
                  but not its {[...own].map((part) => (part === 'alt' ? 'alt text' : part)).join(' and ')}: it
                  has its own
                </span>
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}
