import { DESK, PHONE } from '@placard/core/geometry';
import { useEffect, useLayoutEffect, useRef } from 'react';
import type { Markup, Style } from '@placard/core/markup';
import {
  blockMarkup,
  NARROW,
  pageWidth,
  type HeldAsset,
  type RenderContext,
  type Together,
} from '@placard/core/page';
import { drawn } from '../../kit/drawn.ts';
import { drawSoon } from './drawing.ts';
import { deskSettingOf } from './each/index.ts';
import { paced } from '../../kit/pace.ts';

/** The space at either side of the words on each. */
const MARGINS = { [DESK]: 24, [PHONE]: 16 };
/** How long it waits for whoever is writing before it is drawn anew, in milliseconds. */
const PAUSE = paced(200);

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
  screen: typeof DESK | typeof PHONE;
  /** How wide it is drawn, in CSS pixels. */
  width: number;
}) {
  const margin = MARGINS[screen] ?? 0;
  const room = pageWidth(context.measures);
  const page = screen < NARROW ? screen : room.width + 2 * margin;
  const outer = useRef<HTMLSpanElement>(null);
  const inside = useRef<HTMLSpanElement>(null);
  const begun = useRef(false);
  useLayoutEffect(() => {
    // Nothing in it is come to by key.
    outer.current?.setAttribute('inert', '');
  }, []);
  useEffect(() => {
    const draw = () => {
      begun.current = true;
      const markup = smallMarkup(block, context, screen, page - 2 * margin);
      inside.current?.replaceChildren(...markup.map(drawn));
    };
    if (!begun.current) return drawSoon(draw);
    let callOff = () => {};
    const timer = setTimeout(() => (callOff = drawSoon(draw)), PAUSE);
    return () => {
      clearTimeout(timer);
      callOff();
    };
  }, [block, context, screen, page, margin]);
  return (
    <span ref={outer} aria-hidden className="small-setting block size-full overflow-hidden bg-white">
      <span
        ref={inside}
        className="block origin-top-left font-serif text-[17px] leading-[1.58] text-[#333]"
        style={{ width: page, padding: `4px ${margin}px`, transform: `scale(${width / page})` }}
      />
    </span>
  );
}

function smallMarkup(block: Together, context: RenderContext, screen: number, width: number): Markup[] {
  const room = pageWidth(context.measures);
  const small = { ...context, holdings: leastOf(context.holdings), screen: `${screen}px` };
  const seen = deskSettingOf(block.attrs.setting).seen;
  const some = {
    ...block,
    content: block.content.filter(({ type }, at) => at < seen || type === 'alongside'),
  };
  const narrow = screen < NARROW;
  return blockMarkup(some, small, { ...room, ...(narrow ? { width } : { bleed: room.width + 48 }) }).flatMap(
    quiet,
  );
}

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

/** What stands for something that is not drawn small. */
const STANDS_FOR: Markup = {
  tag: 'span',
  attributes: { style: { display: 'block', 'aspect-ratio': '16 / 9', background: '#ccc' } },
  children: [],
};

/** Markup in which nothing has a name, leads anywhere, plays or opens: the same page has it once in earnest. */
function quiet(markup: Markup): Markup[] {
  if (typeof markup === 'string') return [markup];
  const { tag, attributes, children } = markup;
  if ('popover' in attributes || tag === 'source') return [];
  if (tag === 'iframe' || tag === 'audio' || (tag === 'img' && !attributes['src'])) return [STANDS_FOR];
  if (tag === 'img' || tag === 'video') {
    const src = attributes['src'] ?? attributes['poster'];
    return src
      ? [{ tag: 'img', attributes: { src, alt: '', style: attributes.style }, children: [] }]
      : [STANDS_FOR];
  }
  const inside = children.flatMap(quiet);
  if (tag === 'a' || tag === 'button') {
    const style: Style = tag === 'a' ? { 'text-decoration': 'underline' } : { display: 'block' };
    return [{ tag: 'span', attributes: { style }, children: inside }];
  }
  return [{ tag, attributes: { style: attributes.style }, children: inside }];
}
