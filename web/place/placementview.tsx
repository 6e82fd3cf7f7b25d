import { NodeViewWrapper, type NodeViewProps } from '@tiptap/react';
import type { CSSProperties } from 'react';
import { listVersions, readAsset, readSite } from '@placard/core/contract';
import { changesMade } from '@placard/core/prep';
import { statement } from '@placard/core/credit';
import { columnOf, shownWidth, type Embed, type Picture, type Position } from '@placard/core/page';
import { useAsk } from '../kit/asking.ts';
import { Player } from '../kit/player.tsx';
import { FramePreview } from '../embed/framepreview.tsx';
import { useTerms } from '../placard/useterms.ts';
import { Statement } from '../placard/statement.tsx';

/** The width and gaps of a placement on the desk; its shell floats and clears (page.css). */
function standingStyle(position: Position, width: number, gap: number): CSSProperties {
  switch (position) {
    case 'beside-left':
      return { width, margin: `4px ${gap}px ${gap}px 0` };
    case 'beside-right':
      return { width, margin: `4px 0 ${gap}px ${gap}px` };
    case 'centred':
      return { width, margin: `${gap}px auto` };
    case 'alone-left':
      return { width, margin: `${gap}px auto ${gap}px 0` };
    case 'full':
      return { margin: `${gap}px 0` };
    case 'bleed':
      return { margin: `${gap}px -16px` };
  }
}

/** A placed picture, film or embed, as it stands in the page being written. */
export function PlacementView({ node, selected }: NodeViewProps) {
  const site = useAsk(readSite);
  const measures = site.data?.measures ?? [];
  const attrs = node.attrs as Picture['attrs'] & Partial<Pick<Embed['attrs'], 'frame' | 'caption'>>;
  const width = Math.min(shownWidth(attrs.position, attrs.measure, measures), columnOf(measures));
  return (
    <NodeViewWrapper
      className="placement"
      data-selected={selected}
      data-drag-handle
      style={standingStyle(attrs.position, width, attrs.gap)}
    >
      <figure>
        {attrs.frame ? (
          <>
            <FramePreview frame={attrs.frame} asleep />
            {attrs.caption && <figcaption>{attrs.caption}</figcaption>}
          </>
        ) : (
          <HeldFigure attrs={attrs} />
        )}
      </figure>
    </NodeViewWrapper>
  );
}

function HeldFigure({ attrs }: { attrs: Picture['attrs'] }) {
  const { termsOf } = useTerms();
  const asset = useAsk(readAsset, { params: { id: attrs.asset } });
  const versions = useAsk(listVersions, { params: { id: attrs.asset } }, { enabled: Boolean(attrs.version) });
  if (asset.error)
    return <p className="border border-dashed border-madder p-4 text-[14px]">{asset.error.message}</p>;
  if (!asset.data) return <span className="block aspect-[3/2] bg-[#eee]" />;
  const { facts, placard, thumbnail } = asset.data;
  const own = attrs.version ? versions.data?.find(({ id }) => id === attrs.version) : undefined;
  const renditions = own?.renditions.filter(({ screen }) => screen === 'wide') ?? asset.data.renditions;
  const { width, height } = own ?? asset.data.shown;
  const safe = renditions.filter(({ mime }) => mime === 'image/webp' || mime === 'image/avif');
  const shown = safe.find(({ width }) => width >= 720) ?? safe.at(-1);
  const alt = attrs.ownAlt ?? placard.alt;
  const caption = attrs.ownCaption ?? placard.caption;
  const runs = statement(placard, {
    changes: own ? changesMade(own.preparation.edits) : asset.data.shown.changes,
    terms: termsOf(placard.licence),
  });
  const place = attrs.credit ?? 'below';
  const credit = runs.length > 0 && (
    <small className="text-[12px]">
      <Statement runs={runs} />
    </small>
  );
  const media = (
    <>
      {facts.kind !== 'picture' ? (
        <Player asset={asset.data} poster={shown?.url} label={alt} className="block w-full" />
      ) : (
        <img
          src={shown?.url ?? thumbnail ?? ''}
          alt={alt}
          width={width}
          height={height}
          draggable={false}
          className="block h-auto w-full"
        />
      )}
    </>
  );
  const under = (place === 'below' || place === 'beside') && credit;
  const words = (caption !== '' || under) && (
    <figcaption className={place === 'beside' ? 'grow basis-[120px]' : ''}>
      {caption}
      {caption !== '' && under && <br />}
      {under}
      {place === 'list' && credit && (
        <span className="block text-[11px] text-[#666]">Its credit stands in the list at the end.</span>
      )}
    </figcaption>
  );
  if (place === 'beside')
    return (
      <div className="flex flex-wrap items-end gap-2">
        <div className="min-w-[66%] grow basis-[240px]">{media}</div>
        {words}
      </div>
    );
  return (
    <>
      <div className="relative">
        {media}
        {place === 'foot' && credit && (
          <span className="absolute inset-x-0 bottom-0 bg-[rgb(0_0_0/0.75)] px-2 py-1 leading-tight text-white [&_a]:text-white">
            {credit}
          </span>
        )}
      </div>
      {words}
    </>
  );
}
