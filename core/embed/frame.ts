import * as v from 'valibot';
import { policySource } from './host.ts';
import { element, toHtml, type Element, type Style } from '../markup/index.ts';

/** What a frame may do (HTML, iframe sandbox). Anything not listed is never given. */
export const SANDBOX_TOKENS = [
  'allow-forms',
  'allow-popups',
  'allow-popups-to-escape-sandbox',
  'allow-presentation',
  'allow-same-origin',
  'allow-scripts',
] as const;

/** What a frame may use of the visitor's device (Permissions Policy). Anything not listed is never given. */
export const PERMISSIONS = ['encrypted-media', 'fullscreen', 'picture-in-picture'] as const;

const pixels = v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(10_000));

/** How a frame takes its room: a ratio as wide as its column, or a fixed height in CSS pixels. */
const FrameShapeSchema = v.variant('kind', [
  v.object({ kind: v.literal('ratio'), width: pixels, height: pixels }),
  v.object({ kind: v.literal('height'), height: pixels }),
]);

export type FrameShape = v.InferOutput<typeof FrameShapeSchema>;

/** A ratio in whole numbers. */
export const RatioSchema = v.object({ width: pixels, height: pixels });

/** An embed as we keep it: everything needed to write its iframe, and nothing else. */
export const FrameSchema = v.object({
  src: v.pipe(
    v.string(),
    v.url(),
    v.maxLength(4096),
    v.regex(/^https?:\/\/[^/\\]/),
    v.check((src) => policySource(src) !== null, 'The frame’s host has a name that no host can have.'),
  ),
  title: v.pipe(v.string(), v.minLength(1), v.maxLength(400)),
  shape: FrameShapeSchema,
  sandbox: v.array(v.picklist(SANDBOX_TOKENS)),
  permissions: v.array(v.picklist(PERMISSIONS)),
});

export type Frame = v.InferOutput<typeof FrameSchema>;

/** How a frame stands otherwise than by itself. */
interface FrameLook {
  /** What it holds until somebody presses it (HTML, `srcdoc`). */
  srcdoc?: string | undefined;
  /** What is pressed in it may begin to play at once (HTML, autoplay policy). */
  plays?: boolean;
  /** Its ratio on narrow screens, where that is another one; a switch of two lengths without a media query. */
  narrow?: { width: number; height: number; below: (narrow: string, wide: string) => string } | undefined;
}

const ROOM: Style = { width: '100%', height: 'auto', border: '0' };

/** The frame as one iframe element; in a box of its own where its ratio is another one on narrow screens. */
export function frameMarkup(frame: Frame, { srcdoc, plays = false, narrow }: FrameLook = {}): Element {
  const { src, title, shape, sandbox, permissions } = frame;
  const allowed = [...(plays ? ['autoplay'] : []), ...permissions];
  const iframe = (style: Style) =>
    element('iframe', {
      ...(srcdoc === undefined ? { src } : { srcdoc }),
      title,
      width: shape.kind === 'ratio' ? shape.width : null,
      height: shape.height,
      style,
      loading: 'lazy',
      referrerpolicy: 'strict-origin-when-cross-origin',
      sandbox: sandbox.join(' '),
      allow: allowed.length > 0 ? allowed.join('; ') : null,
    });
  if (shape.kind === 'height') return iframe({ width: '100%', height: `${shape.height}px`, border: '0' });
  const ratio = { 'aspect-ratio': `${shape.width}/${shape.height}` };
  if (!narrow) return iframe({ ...ratio, ...ROOM });
  // A padding in percent is measured by the width.
  const percent = ({ width, height }: { width: number; height: number }) =>
    `${Math.round((height / width) * 1_000_000) / 10_000}%`;
  return element(
    'div',
    { style: { position: 'relative', 'padding-bottom': narrow.below(percent(narrow), percent(shape)) } },
    iframe({ position: 'absolute', inset: '0', width: '100%', height: '100%', border: '0' }),
  );
}

/** Writes the frame as HTML. Reading it back with `unpack` gives the same frame. */
export const frameToHtml = (frame: Frame): string => toHtml(frameMarkup(frame));
