import { useEffect, useRef, useState } from 'react';
import type { Site } from '@placard/core/contract';
import type { BoxBlock } from '@placard/core/page';
import { paced } from '../kit/pace.ts';
import { useBlockPreview } from './blockpreview.tsx';

/** Widths at which a box is measured besides the site's own measures: phones, and columns of tables and cards. */
const NARROW = [200, 288, 358];
const MOST_WIDTHS = 8;
/**
 * How long nothing may change before a height is taken for what it is; how long one is waited for that does not load; and
 * how long heights are heeded that change after they were taken: hosts answer their own scripts late. In milliseconds.
 */
const [STILL, LONGEST, LATE] = [900, 12_000, 10_000].map(paced) as [number, number, number];
const [LOWEST, HIGHEST] = [20, 10_000];

/** How many addresses a box may tell of, and how much of what broke in it. */
const [MOST_TOLD, MOST_BROKEN, LONGEST_BROKEN] = [20, 3, 200];

/** The address of the web that a box tells of, if it is one. */
function addressSaid(said: unknown): URL | null {
  if (typeof said !== 'string' || said.length > 2000 || !URL.canParse(said)) return null;
  const address = new URL(said);
  return /^https?:$/.test(address.protocol) ? address : null;
}

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
 * somewhere on the screen where nobody sees them. `onMeasured` hears of the heights whenever nothing has changed for a
 * while, and once more when something has changed after that; `onOver` when nothing more is heeded. What a box tells of
 * itself is taken for numbers, origins and one line of words, and no more.
 */
export function useMeasured(
  block: BoxBlock,
  site: Site,
  onMeasured: (measured: Measured) => void,
  { longest = LONGEST, onOver = () => {} }: { longest?: number; onOver?: () => void } = {},
) {
  const preview = useBlockPreview({
    ...block,
    attrs: { ...block.attrs, boxed: { ...block.attrs.boxed, heights: [], height: null, title: '-' } },
  });
  const address = preview.data?.measure ?? null;
  const widths = [...new Set([...NARROW, ...site.measures.map(({ width }) => width)])]
    .sort((a, b) => a - b)
    .slice(0, MOST_WIDTHS);
  const frames = useRef(new Map<number, HTMLIFrameElement>());
  const told = useRef({ onMeasured, onOver });
  useEffect(() => {
    told.current = { onMeasured, onOver };
  });
  const [stage, setStage] = useState<'measuring' | 'heeding' | 'over'>('measuring');
  const known = widths.join(' ');
  useEffect(() => {
    if (!address) return undefined;
    setStage('measuring');
    const heights = new Map<number, number>();
    const refused = new Set<string>();
    const failed = new Set<string>();
    const broke = new Set<string>();
    const loaded = new Set<number>();
    let [still, late]: ReturnType<typeof setTimeout>[] = [];
    const tell = () => {
      setStage((now) => (now === 'measuring' ? 'heeding' : now));
      told.current.onMeasured({
        heights: [...heights].map(([width, height]) => ({ width, height })).sort((a, b) => a.width - b.width),
        refused: [...refused].sort(),
        // What the policy refused fails too, and is told as what it is.
        failed: [...failed].filter((address) => !refused.has(new URL(address).origin)).sort(),
        broke: [...broke],
        silent: loaded.size === 0,
      });
      late ??= setTimeout(() => {
        setStage('over');
        told.current.onOver();
      }, LATE);
    };
    const count = known.split(' ').length;
    const hear = ({
      source,
      data,
    }: MessageEvent<Record<'of' | 'height' | 'refused' | 'failed' | 'broke' | 'loaded', unknown>>) => {
      const from = [...frames.current].find(([, frame]) => frame.contentWindow === source);
      if (!from || typeof data !== 'object' || data?.of !== 'box') return;
      const [width] = from;
      if (typeof data.height === 'number' && Number.isFinite(data.height))
        heights.set(width, Math.round(Math.min(HIGHEST, Math.max(LOWEST, data.height))));
      const refusing = addressSaid(data.refused);
      if (refusing && refused.size < MOST_TOLD) refused.add(refusing.origin);
      const failing = addressSaid(data.failed);
      if (failing && failed.size < MOST_TOLD) failed.add(failing.href);
      if (typeof data.broke === 'string' && broke.size < MOST_BROKEN)
        broke.add(data.broke.slice(0, LONGEST_BROKEN));
      if (data.loaded === true) loaded.add(width);
      clearTimeout(still);
      if (loaded.size === count || late) still = setTimeout(tell, STILL);
    };
    addEventListener('message', hear);
    const waited = setTimeout(() => late ?? tell(), longest);
    return () => {
      removeEventListener('message', hear);
      for (const timer of [still, waited, late]) clearTimeout(timer);
    };
  }, [address, known, longest]);
  const hidden = address && stage !== 'over' && (
    // On the screen, or browsers let it rest; and behind a pixel of it.
    <div aria-hidden className="pointer-events-none fixed bottom-0 left-0 size-px overflow-hidden opacity-0">
      {widths.map((width) => (
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
  return { hidden, measuring: stage === 'measuring', error: preview.error };
}
