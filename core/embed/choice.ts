import * as v from 'valibot';
import { BoxedSchema, boxOrigins, boxPolicy, boxToHtml, type Boxed } from './boxed.ts';
import { cardToHtml, LinkCardSchema, type LinkCard } from './card.ts';
import { FrameSchema, frameToHtml, type Frame } from './frame.ts';

const common = {
  html: v.string(),
  /** Why it is offered, in a sentence. */
  why: v.string(),
  /** The origins that a visitor's browser talks to at once (RFC 6454 serialisation). */
  origins: v.array(v.string()),
  /** What the site's Content-Security-Policy must say (CSP3): directive → sources. */
  csp: v.record(v.string(), v.array(v.string())),
};

/**
 * One thing that can be made of pasted code: the host's own frame, its words as a quotation, its script in a box, or a
 * link card.
 */
export const ChoiceSchema = v.variant('kind', [
  v.object({ kind: v.literal('frame'), ...common, frame: FrameSchema }),
  v.object({ kind: v.literal('quotation'), ...common }),
  v.object({ kind: v.literal('box'), ...common, boxed: BoxedSchema }),
  v.object({
    kind: v.literal('card'),
    ...common,
    card: LinkCardSchema,
    /** The address of a picture that the code shows of it, which is not held here. */
    picture: v.nullable(v.string()),
  }),
]);

export type Choice = v.InferOutput<typeof ChoiceSchema>;

export function frameChoice(frame: Frame, why: string): Choice {
  const { origin } = new URL(frame.src);
  return {
    kind: 'frame',
    html: frameToHtml(frame),
    why,
    origins: [origin],
    csp: { 'frame-src': [origin] },
    frame,
  };
}

export function boxChoice(boxed: Boxed, why: string): Choice {
  const csp = boxPolicy(boxed);
  return { kind: 'box', html: boxToHtml(boxed, csp), why, origins: boxOrigins(boxed), csp, boxed };
}

export const cardChoice = (card: LinkCard, why: string, picture: string | null = null): Choice => ({
  kind: 'card',
  html: cardToHtml(card),
  why,
  origins: [],
  csp: {},
  card,
  picture,
});

export const quotationChoice = (html: string, why: string): Choice => ({
  kind: 'quotation',
  html,
  why,
  origins: [],
  csp: {},
});
