import * as v from 'valibot';
import { FIRST_STANDING, KnownIdSchema, StandingSchema } from '../standing.ts';
import { kind, type AnyBlock, type ForeignElement, type Kind, type Reading, type ReadMedia } from './kind.ts';

const ArrivingSchema = v.object({
  type: v.literal('arriving'),
  attrs: v.object({
    ...StandingSchema.entries,
    media: v.picklist(['picture', 'film', 'sound', 'document']),
    /** Where it lies, from where nothing is fetched before somebody says so; empty for what was pasted itself. */
    address: v.pipe(v.string(), v.maxLength(2000)),
    /** The arrival that it is, once it is on its way. */
    arrival: v.optional(v.nullable(KnownIdSchema)),
    /** What was said of it where it came from: null for nothing, empty for decorative. */
    alt: v.nullable(v.pipe(v.string(), v.maxLength(1000))),
    caption: v.pipe(v.string(), v.maxLength(2000)),
  }),
});

/** A picture, film, sound or document that is meant to stand here and is not held yet. Visitors get nothing of it. */
export type Arriving = v.InferOutput<typeof ArrivingSchema>;

export const arriving: Kind<Arriving> = kind<Arriving>({
  type: 'arriving',
  group: 'placement',
  media: true,
  schema: () => ArrivingSchema,
  // Its words are kept where it is not: nothing of them is lost before it is here.
  words: ({ attrs }) => attrs.caption,
  markup: () => [],
  reads: {
    img: (element, reading) =>
      arrives(element, reading, 'picture', [source(element, reading)], reading.attribute(element, 'alt')),
    video: (element, reading) => played(element, reading, 'film'),
    audio: (element, reading) => played(element, reading, 'sound'),
    figure: (element, reading) => {
      const blocks = reading.blocks(element);
      const [first, ...rest] = blocks;
      const media = blocks.filter(({ type }) => type === 'arriving');
      const words = rest.filter(({ type }) => type === 'paragraph');
      // What holds one thing and a few words is that thing with its caption.
      if (first?.type !== 'arriving' || media.length !== 1 || words.length !== rest.length) return blocks;
      const caption = words.map((block) => reading.wordsOf(block)).join(' ');
      if (caption.length > 2000 || reading.marked(rest)) return blocks;
      return [{ ...first, attrs: { ...first.attrs, caption } }];
    },
  },
});

const played = (element: ForeignElement, reading: Reading, media: ReadMedia['kind']) =>
  arrives(
    element,
    reading,
    media,
    [
      reading.attribute(element, 'src'),
      ...reading
        .elementsIn(element)
        .flatMap((inner) => (inner.tagName === 'source' ? [reading.attribute(inner, 'src')] : [])),
    ],
    reading.attribute(element, 'aria-label'),
  );

function arrives(
  element: ForeignElement,
  reading: Reading,
  media: ReadMedia['kind'],
  addresses: readonly (string | undefined)[],
  alt: string | undefined = undefined,
): AnyBlock[] {
  if (media === 'picture' && ['width', 'height'].every((side) => isDot(reading.attribute(element, side)))) {
    reading.drop('a picture of one dot', 'it only counts who reads it, or keeps room');
    return [];
  }
  const written = addresses.find((address) => address?.trim());
  const found =
    written === undefined ? null : reading.media({ kind: media, address: written, alt: alt ?? null });
  if (!found) return [];
  return [
    {
      type: 'arriving',
      attrs: {
        id: found.id,
        ...FIRST_STANDING,
        position: positionOf(element, reading),
        media,
        address: found.address,
        arrival: null,
        alt: alt?.slice(0, 1000) ?? null,
        caption: '',
      },
    },
  ];
}

/** True for a length of a dot or two. */
const isDot = (length: string | undefined): boolean => /^\s*[012](px)?\s*$/.test(length ?? '');

/** The address of a picture, where pages write it that load it late too. */
function source(element: ForeignElement, reading: Reading): string | undefined {
  const named = (name: string) => reading.attribute(element, name);
  const written = named('src') ?? '';
  const late = named('data-src') ?? named('data-original') ?? named('data-lazy-src');
  // What is shown until the picture is loaded is none.
  const blank = written === '' || (late !== undefined && written.startsWith('data:'));
  return blank ? late : written;
}

/** How it stood to the words, as its page said it (CSS, `float`; HTML, `align`). */
function positionOf(element: ForeignElement, reading: Reading): string {
  const style = reading.attribute(element, 'style') ?? '';
  const float = /(?:^|;)\s*float\s*:\s*(\w+)/i.exec(style)?.[1];
  const side = (float ?? reading.attribute(element, 'align') ?? '').toLowerCase();
  if (side === 'left' || side === 'right') return `beside-${side}`;
  return side === 'center' || side === 'middle' ? 'centred' : FIRST_STANDING.position;
}
