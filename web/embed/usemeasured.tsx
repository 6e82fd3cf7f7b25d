import { useEffect, useRef, useState } from 'react';
import type { Site } from '@placard/core/contract';
import type { BoxBlock } from '@placard/core/page';
import { paced } from '../kit/pace.ts';
import { useLatest } from '../kit/uselatest.ts';
import { useBlockPreview } from './blockpreview.tsx';

/** Widths at which a box is measured besides the site's own measures: the least column, tables and cards, phones. */
const NARROW = [90, 200, 288, 358];
const MOST_WIDTHS = 12;
/** How many are loaded at once: hosts are asked for the same by each, and browsers let them wait for each other. */
const AT_ONCE = 4;
/**
 * How long nothing may change and nothing be asked for before a height is taken for what it is, and how long that is waited
 * for, in milliseconds.
 */
const [STILL, LONGEST] = [900, 10_000].map(paced) as [number, number];
const [LOWEST, HIGHEST] = [20, 10_000];

/** How many addresses a box may tell of, and how much of what broke in it. */
const [MOST_TOLD, MOST_BROKEN, LONGEST_BROKEN] = [20, 3, 200];

/** The address of the web that a box tells of, if it is one. */
function addressSaid(said: unknown): URL | null {
  if (typeof said !== 'string' || said.length > 2000 || !URL.canParse(said)) return null;
  const address = new URL(said);
  return /^https?:$/.test(address.protocol) ? address : null;
}

type Heard = Record<'of' | 'height' | 'busy' | 'refused' | 'failed' | 'broke' | 'loaded', unknown>;

/** Which of the frames tells something of its box, by its width; null where none does. */
function widthTelling(
  { source, data }: MessageEvent<Heard>,
  frames: ReadonlyMap<number, HTMLIFrameElement>,
): number | null {
  if (typeof data !== 'object' || data?.of !== 'box') return null;
  return [...frames].find(([, frame]) => frame.contentWindow === source)?.[0] ?? null;
}

/** The widths in the order in which they are looked at: those that are looked at last lie between all the others. */
const inTurn = (widths: readonly number[]): number[] => {
  const last = widths.filter((_, at) => at % 2 === 1).slice(-AT_ONCE);
  return [...widths.filter((width) => !last.includes(width)), ...last];
};

/** A height that a box tells of itself, in CSS pixels; null where it tells none. */
const heightSaid = (said: unknown): number | null =>
  typeof said === 'number' && Number.isFinite(said)
    ? Math.round(Math.min(HIGHEST, Math.max(LOWEST, said)))
    : null;

/** What was heard so far. */
interface Found {
  heights: Map<number, number>;
  refused: Set<string>;
  failed: Set<string>;
  broke: Set<string>;
  loaded: Set<number>;
}
const foundHeights = ({ heights }: Found): Measured['heights'] =>
  [...heights].map(([width, height]) => ({ width, height })).sort((a, b) => a.width - b.width);

const nothingFound = (): Found => ({
  heights: new Map(),
  refused: new Set(),
  failed: new Set(),
  broke: new Set(),
  loaded: new Set(),
});

/** What came of measuring a box. */
export interface Measured {
  heights: { width: number; height: number }[];
  /** Origins that it asked for and may not ask. */
  refused: string[];
  /** Addresses that it asked for and that did not come. */
  failed: string[];
  /** What broke off in its scripts, in the browser's words. */
  broke: string[];
  /** It never told that it had loaded. */
  silent: boolean;
}

/**
 * Measures a box in this browser, at several widths at once, on the users'-content origin; gives frames to be put
 * somewhere on the screen where nobody sees them, some at a time. The last of them stay while somebody looks on, and what
 * grows in them later is told again. What a box tells of itself is taken for numbers, origins
 * and one line of words, and no more.
 */
export function useMeasured(
  block: BoxBlock,
  site: Site,
  onMeasured: (measured: Measured) => void,
  longest = LONGEST,
) {
  const preview = useBlockPreview({
    ...block,
    attrs: { ...block.attrs, boxed: { ...block.attrs.boxed, heights: [], height: null, title: '-' } },
  });
  const address = preview.data?.measure ?? null;
  const widths = inTurn(
    [...new Set([...NARROW, ...site.measures.map(({ width }) => width)])]
      .sort((a, b) => a - b)
      .slice(0, MOST_WIDTHS),
  );
  const frames = useRef(new Map<number, HTMLIFrameElement>());
  const told = useLatest(onMeasured);
  /** Which of them are loaded now, by the first of them. */
  const [from, setFrom] = useState(0);
  const known = widths.join(' ');
  const found = useRef<Found>(nothingFound());
  useEffect(() => {
    setFrom(0);
    found.current = nothingFound();
  }, [address, known]);
  const measuring = from < widths.length;
  const last = Math.floor((widths.length - 1) / AT_ONCE) * AT_ONCE;
  const now = widths.slice(Math.min(from, last), Math.min(from, last) + AT_ONCE);
  const shown = now.join(' ');
  useEffect(() => {
    if (!address || !measuring) return undefined;
    const { heights, refused, failed, broke, loaded } = found.current;
    const busy = new Map<number, number>();
    const ours = shown.split(' ').map(Number);
    let still: ReturnType<typeof setTimeout> | undefined;
    const next = () => setFrom((before) => before + AT_ONCE);
    const hear = (message: MessageEvent<Heard>) => {
      const { data } = message;
      const width = widthTelling(message, frames.current);
      if (width === null) return;
      const height = heightSaid(data.height);
      if (height !== null) heights.set(width, height);
      if (typeof data.busy === 'number') busy.set(width, data.busy);
      const refusing = addressSaid(data.refused);
      if (refusing && refused.size < MOST_TOLD) refused.add(refusing.origin);
      const failing = addressSaid(data.failed);
      if (failing && failed.size < MOST_TOLD) failed.add(failing.href);
      if (typeof data.broke === 'string' && broke.size < MOST_BROKEN)
        broke.add(data.broke.slice(0, LONGEST_BROKEN));
      if (data.loaded === true) loaded.add(width);
      clearTimeout(still);
      const isQuiet = ours.every((one) => loaded.has(one) && !((busy.get(one) ?? 0) > 0));
      if (isQuiet) still = setTimeout(next, STILL);
    };
    addEventListener('message', hear);
    const waited = setTimeout(next, longest);
    return () => {
      removeEventListener('message', hear);
      for (const timer of [still, waited]) clearTimeout(timer);
    };
  }, [address, shown, measuring, longest]);
  useEffect(() => {
    if (!address || measuring) return undefined;
    const { heights, refused, failed, broke, loaded } = found.current;
    const measured = () => ({
      heights: foundHeights(found.current),
      refused: [...refused].sort(),
      // What the policy refused fails too, and is told as what it is.
      failed: [...failed].filter((one) => !refused.has(new URL(one).origin)).sort(),
      broke: [...broke],
      silent: loaded.size === 0,
    });
    told.current(measured());
    let still: ReturnType<typeof setTimeout> | undefined;
    const hear = (message: MessageEvent<Heard>) => {
      const width = widthTelling(message, frames.current);
      if (width === null) return;
      const height = heightSaid(message.data.height);
      // It may be higher for a moment only, and is never cut for that: it keeps the most that it needed.
      if (height === null || height <= (heights.get(width) ?? 0)) return;
      heights.set(width, height);
      clearTimeout(still);
      still = setTimeout(() => told.current(measured()), STILL);
    };
    addEventListener('message', hear);
    return () => {
      removeEventListener('message', hear);
      clearTimeout(still);
    };
  }, [address, measuring, told]);
  const hidden = address && (
    // On the screen, or browsers let it rest; and behind a pixel of it.
    <div aria-hidden className="pointer-events-none fixed bottom-0 left-0 size-px overflow-hidden opacity-0">
      {now.map((width) => (
        <iframe
          key={`${width} ${address}`}
          ref={(frame) => {
            if (frame) frames.current.set(width, frame);
            else frames.current.delete(width);
          }}
          src={address}
          title="Being measured"
          tabIndex={-1}
          sandbox="allow-scripts"
          className="absolute top-0 left-0 border-0"
          style={{ width, height: 150 }}
        />
      ))}
    </div>
  );
  return { hidden, measuring, error: preview.error };
}
