import { LICENCES, termsInWords, termsOf } from '@placard/core/licence';
import { statement } from '@placard/core/credit';
import { altAdvice } from '@placard/core/alt';
import { readAsset, type AssetDetail } from '@placard/core/contract';
import { Link } from 'react-router';
import { useAsk } from '../kit/asking.ts';
import { inBytes, inPixels, inTime, plural } from '../kit/words.ts';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { Captions } from './captions.tsx';
import { Field } from './field.tsx';
import { SentFilms } from './sentfilms.tsx';
import { Statement } from './statement.tsx';
import { useLabel } from './uselabel.ts';

/** The wall label of an asset: read first, edited in place. The same card on every screen. */
export function PlacardPanel({ id, picture = true }: { id: string | null; picture?: boolean }) {
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
  if (asset.error) return <div className="wall-label">{asset.error.message}</div>;
  if (!asset.data) return <div className="wall-label min-h-[300px]" aria-busy="true" />;
  return <WallLabel key={id} asset={asset.data} picture={picture} />;
}

function WallLabel({ asset, picture }: { asset: AssetDetail; picture: boolean }) {
  const { placard, change, conflict, refused } = useLabel(asset);
  const runs = statement(placard, asset.shown.changes);
  const advice = altAdvice(placard.alt, placard.caption);
  const { facts } = asset;
  return (
    <article aria-label={`Placard of ${placard.title || asset.fileName}`} className="wall-label">
      {picture && (
        <Thumbnail src={asset.thumbnail} facts={facts} alt={placard.alt} className="mb-3 h-[150px] w-full" />
      )}
      <Field
        name="Title"
        value={placard.title}
        onChange={(title) => change({ title })}
        className="font-serif text-[20px] leading-tight font-semibold"
        placeholder={asset.fileName}
        hideName
      />
      <Field
        name="Creator"
        value={placard.creator}
        onChange={(creator) => change({ creator })}
        className="font-serif italic"
        placeholder="Creator not known"
        hideName
      />
      <p className="caption mb-2.5">
        {facts.width > 0 && `${inPixels(facts.width, facts.height)} px, `}
        {facts.duration !== null && `${inTime(facts.duration)}, `}
        {inBytes(asset.bytes)} {facts.extension.toUpperCase()}
      </p>
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
      <Field
        name="Alt text"
        value={placard.alt}
        onChange={(alt) => change({ alt, ...(alt === '' ? {} : { decorative: false }) })}
        multiline
        missing={!placard.decorative && placard.alt === '' ? 'What does it show?' : undefined}
      />
      {advice.map(({ rule, says, basis }) => (
        <p key={rule} className="mb-1 text-[12.5px] text-ochre">
          {says} <span className="text-soft">({basis})</span>
        </p>
      ))}
      <label className="mb-2 flex items-center gap-2 text-[13px]">
        <input
          type="checkbox"
          className="size-4 accent-spruce"
          checked={placard.decorative}
          onChange={(event) =>
            change({ decorative: event.target.checked, ...(event.target.checked ? { alt: '' } : {}) })
          }
        />
        Decorative: says nothing the text does not say
      </label>
      <Field
        name="Caption"
        value={placard.caption}
        onChange={(caption) => change({ caption })}
        multiline
        placeholder="None"
      />
      <Field
        name="Keywords"
        value={placard.keywords}
        onChange={(keywords) => change({ keywords })}
        multiline
        placeholder="None; commas between them"
      />
      <hr className="my-3 border-rule" />
      <p className="caption">Credit as it prints</p>
      <p className="mb-2 text-[13.5px]">
        {runs.length > 0 ? (
          <Statement runs={runs} />
        ) : (
          <span className="text-soft">Nothing to print yet.</span>
        )}
      </p>
      <ul className="mb-3 text-[13px]">
        {termsInWords(termsOf(placard.licence)).map(({ kind, says }) => (
          <li key={kind} className="grid grid-cols-[62px_1fr] gap-2 py-0.5">
            <b
              className={`font-semibold ${{ may: 'text-spruce', must: 'text-ochre', not: 'text-madder' }[kind]}`}
            >
              {kind === 'not' ? 'may not' : kind}
            </b>
            <span>{says}</span>
          </li>
        ))}
      </ul>
      <label className="mb-2 block">
        <span className="caption">Licence</span>
        <select
          className="input"
          value={placard.licence}
          onChange={(event) => change({ licence: event.target.value })}
        >
          {LICENCES.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <Field
        name="Source"
        value={placard.source}
        onChange={(source) => change({ source })}
        placeholder="None"
      />
      <details className="text-[13px]">
        <summary className="caption py-1">Addresses, picture id, date of access</summary>
        <Field
          name="Creator’s address"
          value={placard.creatorUrl}
          onChange={(creatorUrl) => change({ creatorUrl })}
          placeholder="https://"
        />
        <Field
          name="Source’s address"
          value={placard.sourceUrl}
          onChange={(sourceUrl) => change({ sourceUrl })}
          placeholder="https://"
        />
        <Field
          name="Picture id"
          value={placard.pictureId}
          onChange={(pictureId) => change({ pictureId })}
          placeholder="None"
        />
        <Field
          name="Date of access"
          value={placard.accessed}
          onChange={(accessed) => change({ accessed })}
          placeholder="2026-11-24"
        />
      </details>
      {facts.kind !== 'picture' && <Captions asset={asset} />}
      {facts.kind === 'film' && <SentFilms asset={asset} />}
      <UsedIn asset={asset} />
    </article>
  );
}

function UsedIn({ asset }: { asset: AssetDetail }) {
  return (
    <div className="mt-3 border-t border-rule pt-2 text-[13px]">
      <p className="caption">
        {asset.usedIn.length === 0
          ? 'Stands in no page.'
          : `Stands in ${plural(asset.usedIn.length, 'page')}`}
      </p>
      <ul>
        {asset.usedIn.map(({ pageId, title }) => (
          <li key={pageId}>
            <Link
              to={`/place/${pageId}`}
              className="underline decoration-edge underline-offset-3 hover:text-madder"
            >
              {title}
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
