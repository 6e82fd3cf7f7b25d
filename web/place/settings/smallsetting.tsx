import { useLayoutEffect, useMemo, useRef } from 'react';
import type { Element, Markup } from '@placard/core/markup';
import {
  blockMarkup,
  NARROW,
  pageRoom,
  type HeldAsset,
  type RenderContext,
  type Together,
} from '@placard/core/page';
import { MarkupView } from '../../kit/markup.tsx';

/** How wide a screen is that a true small setting shows, in CSS pixels. */
export const [WIDE, PHONE] = [1280, 390];
/** The space at either side of the words on each. */
const MARGINS = { [WIDE]: 24, [PHONE]: 16 };
/** As many things are drawn small as can be seen. */
const DRAWN = 16;

/** The very things in one setting, small: the page at its true width on a screen, drawn at a scale. */
export function SmallSetting({
  block,
  context,
  screen,
  width,
}: {
  block: Together;
  context: RenderContext;
  /** The screen that it is seen on, in CSS pixels. */
  screen: typeof WIDE | typeof PHONE;
  /** How wide it is drawn, in CSS pixels. */
  width: number;
}) {
  const margin = MARGINS[screen] ?? 0;
  const room = pageRoom(context.measures);
  const page = screen < NARROW ? screen : room.width + 2 * margin;
  const markup = useMemo(() => {
    const small = { ...context, holdings: leastOf(context.holdings), screen: `${screen}px` };
    const some = {
      ...block,
      content: [
        ...block.content.slice(0, DRAWN),
        ...block.content.slice(DRAWN).filter(({ type }) => type === 'alongside'),
      ],
    };
    return blockMarkup(
      some,
      small,
      screen < NARROW ? { ...room, width: page - 2 * margin } : { ...room, bleed: room.width + margin * 2 },
    ).flatMap(quiet);
  }, [block, context, screen, room.width, page, margin]);
  const inside = useRef<HTMLSpanElement>(null);
  useLayoutEffect(() => {
    // Nothing in it is come to by key.
    inside.current?.setAttribute('inert', '');
  }, []);
  return (
    <span ref={inside} aria-hidden className="small-setting block size-full overflow-hidden bg-white">
      <span
        className="block origin-top-left font-serif text-[16.5px] leading-[1.58] text-[#333]"
        style={{ width: page, padding: `4px ${margin}px`, transform: `scale(${width / page})` }}
      >
        <MarkupView markup={markup} replaced={SMALL} />
      </span>
    </span>
  );
}

const SMALL = {
  img: (_element: Element, properties: Record<string, unknown>) =>
    properties['src'] ? (
      <img {...properties} alt="" srcSet={undefined} sizes={undefined} loading="eager" />
    ) : (
      <span className="block aspect-[3/2] bg-[#ccc]" />
    ),
  source: () => null,
  iframe: () => <span className="block aspect-video bg-[#ccc]" />,
  video: (_element: Element, properties: Record<string, unknown>) =>
    properties['poster'] ? (
      <img src={String(properties['poster'])} alt="" className="block w-full" />
    ) : (
      <span className="block aspect-video bg-[#ccc]" />
    ),
};

/** What is held with the smallest of its files alone: more would not be seen. */
function leastOf(holdings: RenderContext['holdings']): RenderContext['holdings'] {
  return new Map([...holdings].map(([key, asset]) => [key, { ...asset, sources: smallest(asset) }]));
}

function smallest({ sources }: HeldAsset): HeldAsset['sources'] {
  const safe = sources.filter(
    ({ mime, screen }) => screen !== 'narrow' && mime !== 'image/avif' && mime !== 'image/webp',
  );
  return safe.toSorted((one, other) => one.width - other.width).slice(0, 1);
}

/** Markup in which nothing has a name, leads anywhere or opens: the same page has it once in earnest. */
function quiet(markup: Markup): Markup[] {
  if (typeof markup === 'string') return [markup];
  if ('popover' in markup.attributes) return [];
  const {
    id: _,
    href: __,
    tabindex: ___,
    popovertarget: ____,
    role: _____,
    ...attributes
  } = markup.attributes;
  // React takes a list for a list, and a press for a press.
  const tag = { a: 'span', button: 'span' }[markup.tag] ?? markup.tag;
  return [
    {
      tag,
      attributes:
        tag === markup.tag
          ? attributes
          : {
              style: {
                display: markup.tag === 'button' ? 'block' : 'inline',
                'text-decoration': markup.tag === 'a' ? 'underline' : 'none',
              },
            },
      children: markup.children.flatMap(quiet),
    },
  ];
}
