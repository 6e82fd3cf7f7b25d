import { useState } from 'react';
import { readAsset, type Page, type Site } from '@placard/core/contract';
import {
  ASPECT_RATIOS,
  cardPicture,
  listingMarkup,
  POSITIONS,
  usesOfPage,
  type FactPicture,
  type PageFacts,
  type Position,
} from '@placard/core/page';
import { altAdvice } from '@placard/core/alt';
import { useAsk } from '../../kit/asking.ts';
import { MarkupView, type Replaced } from '../../kit/markup.tsx';
import { Select } from '../../kit/select.tsx';
import { Field } from '../../placard/field.tsx';
import { PictureChoice } from '../../kit/picturechoice.tsx';
import { useHeld } from '../desk/useheld.ts';

const POSITIONS_SAID: Record<Position, string> = {
  'beside-left': 'beside the first words, left',
  'beside-right': 'beside the first words, right',
  centred: 'alone, centred',
  'alone-left': 'alone, at the left',
  full: 'full measure',
  bleed: 'bleed',
};

/** What is a link elsewhere is only read here. */
const LINKLESS: Replaced = {
  a: ({ children }) => <span className="font-semibold">{children.map(String).join('')}</span>,
  h3: ({ children }) => (
    <span className="block font-serif">
      <MarkupView markup={children} replaced={LINKLESS} />
    </span>
  ),
};

/** The picture of the page itself and the one in lists of pages; and what becomes of them, so that nobody wonders. */
export function FactPictures({
  page,
  site,
  title,
  facts,
  onChange,
}: {
  page: Page;
  site: Site;
  title: string;
  facts: PageFacts;
  onChange: (facts: PageFacts) => void;
}) {
  const shown = { document: { type: 'doc' as const, content: [] }, facts, title, address: page.address };
  const { holdings } = useHeld(usesOfPage(shown));
  const context = {
    measures: site.measures,
    holdings,
    language: site.language,
    addressOf: ({ key }: { key: string }) => key,
  };
  const card = cardPicture(shown, context);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3 pb-2">
      <OnePicture
        called="Lead picture"
        says="Stands before the words of the page."
        picture={facts.lead}
        positions={POSITIONS.map((position) => [position, POSITIONS_SAID[position]] as const)}
        measures={site.measures}
        onChange={(lead) => onChange({ ...facts, lead })}
      />
      <OnePicture
        called="Listing picture"
        says="Stands for the page in lists of pages. Without one, the lead picture does."
        picture={facts.listing}
        positions={[
          ['beside-left', 'left of the words'],
          ['beside-right', 'right of the words'],
        ]}
        onChange={(listing) => onChange({ ...facts, listing })}
      />
      <figure>
        <figcaption className="caption">In a list of pages</figcaption>
        <div className="listed border border-rule bg-white p-2 text-[13px] text-[#222]">
          <MarkupView markup={[listingMarkup(shown, context)]} replaced={LINKLESS} />
        </div>
      </figure>
      <figure>
        <figcaption className="caption">As the card that other sites make of its address</figcaption>
        <div className="border border-rule bg-white text-[#222]">
          {card ? (
            <img src={card.address} alt={card.alt} className="aspect-[1.91] w-full object-cover" />
          ) : (
            <span className="hatched block aspect-[1.91] w-full" />
          )}
          <span className="block px-2 pt-1 font-serif text-[14px] font-semibold">{title}</span>
          <span className="line-clamp-2 px-2 text-[12.5px]">{facts.description}</span>
          <span className="block px-2 pb-1 text-[12px] text-[#555]">{site.name}</span>
        </div>
      </figure>
    </div>
  );
}

function OnePicture({
  called,
  says,
  picture,
  positions,
  measures = [],
  onChange,
}: {
  called: string;
  says: string;
  picture: FactPicture | null;
  positions: readonly (readonly [Position, string])[];
  /** How wide it may be where it does not fill its column; none where that is not to be chosen. */
  measures?: Site['measures'];
  onChange: (picture: FactPicture | null) => void;
}) {
  const [choosing, setChoosing] = useState(false);
  const asset = useAsk(readAsset, { params: { id: picture?.asset ?? '' } }, { enabled: picture !== null });
  const first = positions[0]?.[0] ?? 'full';
  const ratio = picture?.box ? `${picture.box.width}:${picture.box.height}` : '';
  const alt = picture?.ownAlt ?? asset.data?.placard.alt ?? '';
  return (
    <div role="group" aria-label={called}>
      <p className="caption">{called}</p>
      {picture && asset.data && (
        <div className="flex gap-2">
          {asset.data.thumbnail && (
            <img
              src={asset.data.thumbnail}
              alt=""
              className="h-16 w-24 shrink-0 object-cover"
              style={
                picture.box ? { aspectRatio: picture.box.width / picture.box.height, width: 'auto' } : {}
              }
            />
          )}
          <span className="min-w-0">
            {asset.data.placard.title || asset.data.fileName}
            <span className="flex flex-wrap">
              <button type="button" className="button-plain -ml-1.5" onClick={() => setChoosing(true)}>
                Another
              </button>
              <button type="button" className="button-plain" onClick={() => onChange(null)}>
                None
              </button>
            </span>
          </span>
        </div>
      )}
      {!picture && (
        <p>
          <span className="text-soft">{says}</span>{' '}
          <button type="button" className="button-plain" onClick={() => setChoosing(true)}>
            Choose one
          </button>
        </p>
      )}
      {choosing && (
        <PictureChoice
          label={called}
          onChoose={(chosen) => {
            setChoosing(false);
            onChange({
              asset: chosen,
              version: null,
              ownAlt: null,
              box: picture?.box ?? null,
              position: picture?.position ?? first,
              measure: picture?.measure ?? 'column',
            });
          }}
          onCancel={() => setChoosing(false)}
        />
      )}
      {picture && (
        <>
          <div className="mt-1 flex flex-wrap items-center gap-2 [&>label]:shrink-0">
            <Select
              label="Crop"
              value={ratio}
              options={[
                ['', 'its own'],
                ...ASPECT_RATIOS.map(
                  ([width, height]) => [`${width}:${height}`, `${width} : ${height}`] as const,
                ),
              ]}
              onChange={(chosen) => {
                const [width = 1, height = 1] = chosen.split(':').map(Number);
                onChange({ ...picture, box: chosen === '' ? null : { width, height, how: 'filled' } });
              }}
            />
            <Select
              label="Stands"
              value={picture.position}
              options={positions}
              onChange={(position) => onChange({ ...picture, position })}
            />
            {measures.length > 0 && picture.position !== 'full' && picture.position !== 'bleed' && (
              <Select
                label="Width"
                value={picture.measure}
                options={measures.map(({ id, name, width }) => [id, `${name}, ${width} px`] as const)}
                onChange={(measure) => onChange({ ...picture, measure })}
              />
            )}
          </div>
          <Field
            name="Alt text here"
            value={picture.ownAlt ?? ''}
            placeholder={asset.data?.placard.alt || 'as on the placard'}
            multiline
            onChange={(text) => onChange({ ...picture, ownAlt: text === '' ? null : text })}
          />
          {altAdvice(alt).map(({ rule, says: advice }) => (
            <p key={rule} className="text-[12.5px] text-ochre">
              {advice}
            </p>
          ))}
        </>
      )}
    </div>
  );
}
