import { useMemo, useState, type ReactNode } from 'react';
import type { Site } from '@placard/core/contract';
import { DESK, PHONE, columnOf } from '@placard/core/geometry';
import type { Element } from '@placard/core/markup';
import { blockMarkup, kindOf, pageWidth, type Block } from '@placard/core/page';
import { MarkupView, type Replaced } from '../kit/markup.tsx';
import { ON_THE_DESK } from '../place/desk/ondesk.tsx';
import { useHeld } from '../place/desk/useheld.ts';
import { BlockPreview, isEmbedded, type EmbeddedBlock } from './blockpreview.tsx';

/** A phone's screen, and what its edges leave of it, in CSS pixels. */
const PHONE_COLUMN = PHONE - 32;

/** Something embedded as visitors get it, at desk and phone width side by side, each believing in its true width. */
export function TwoWidths({
  blocks,
  site,
  children,
}: {
  blocks: readonly Block[];
  site: Site;
  /** What is said of it, beside the phone. */
  children?: ReactNode;
}) {
  const column = columnOf(site.measures);
  return (
    <>
      <AtWidth name="At a desk" blocks={blocks} site={site} screen={DESK} width={column} />
      <div className="mt-3 grid grid-cols-2 items-start gap-4">
        <AtWidth name="On a phone" blocks={blocks} site={site} screen={PHONE} width={PHONE_COLUMN} />
        <div className="min-w-0">{children}</div>
      </div>
    </>
  );
}

function AtWidth({
  name,
  blocks,
  site,
  screen,
  width,
}: {
  name: string;
  blocks: readonly Block[];
  site: Site;
  screen: number;
  width: number;
}) {
  const [room, setRoom] = useState<{ width: number; height: number } | null>(null);
  const measure = (element: HTMLDivElement | null) => {
    if (!element) return undefined;
    const inner = element.firstElementChild as HTMLElement;
    const observer = new ResizeObserver(() =>
      setRoom({ width: element.clientWidth, height: inner.offsetHeight }),
    );
    observer.observe(element);
    observer.observe(inner);
    return () => observer.disconnect();
  };
  const scale = room ? Math.min(1, room.width / width) : 0.5;
  return (
    <section aria-label={name} className="min-w-0">
      <p className="caption mb-1">
        {name}, {width} px{scale < 1 && `, at ${Math.round(scale * 100)} %`}
      </p>
      <div
        ref={measure}
        className="relative overflow-hidden border border-rule bg-white text-[#1f2328]"
        style={{ height: room ? Math.ceil(room.height * scale) + 2 : 120 }}
      >
        <div
          className="absolute top-0 left-0 origin-top-left font-serif text-[17px]"
          style={{ width, transform: `scale(${scale})` }}
        >
          {blocks.map((block, at) => (
            <OneBlock key={at} block={block} site={site} screen={screen} />
          ))}
        </div>
      </div>
    </section>
  );
}

function OneBlock({ block, site, screen }: { block: Block; site: Site; screen: number }) {
  const { holdings } = useHeld(kindOf(block).uses(block));
  const markup = useMemo(() => {
    const { measures, edges, language } = site;
    const room = pageWidth(measures);
    const context = {
      measures,
      edges,
      language,
      holdings,
      addressOf: ({ key }: { key: string }) => key,
      screen: `${screen}px`,
    };
    const filling = {
      ...block,
      attrs: { ...('attrs' in block ? block.attrs : {}), position: 'full', gap: 0, gaps: null, width: null },
    };
    return blockMarkup(filling as Block, context, room).filter(
      (part): part is Element => typeof part !== 'string',
    );
  }, [block, site, screen, holdings]);
  return <MarkupView markup={markup} replaced={isEmbedded(block) ? aliveIn(block) : ON_THE_DESK} />;
}

/** What is drawn otherwise than outside, with the real frame in it. */
const aliveIn = (block: EmbeddedBlock): Replaced => ({
  ...ON_THE_DESK,
  iframe: (_, { style }) => <BlockPreview block={block} look={style} now />,
});
