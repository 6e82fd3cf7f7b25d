import { NodeViewWrapper, type NodeViewProps } from '@tiptap/react';
import type { CSSProperties } from 'react';
import { listVersions, readAsset, readSite } from '@placard/core/contract';
import { changesMade } from '@placard/core/prep';
import { statement } from '@placard/core/credit';
import { columnOf, shownWidth, type Embed, type Picture, type Position } from '@placard/core/page';
import { useAsk } from '../kit/asking.ts';
import { Player } from '../kit/player.tsx';
import { FramePreview } from '../embed/framepreview.tsx';
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
  const runs = statement(placard, own ? changesMade(own.preparation.edits) : asset.data.shown.changes);
  return (
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
      {(caption !== '' || runs.length > 0) && (
        <figcaption>
          {caption}
          {caption !== '' && runs.length > 0 && <br />}
          {runs.length > 0 && (
            <small className="text-[12px]">
              <Statement runs={runs} />
            </small>
          )}
        </figcaption>
      )}
    </>
  );
}
