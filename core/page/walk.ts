import type { Embedded } from '../embed/embedded.ts';
import type { PageDocument } from './document.ts';
import type { Use } from './held.ts';
import { isPlacement, kindOf, type Block, type Part, type Placement } from './kinds/index.ts';
import type { AnyBlock, PageContext, RoomContext } from './kinds/kind.ts';
import { pageWidth, type AvailableWidth, type Shown } from './availablewidth.ts';
import type { PageLink } from './words.ts';

/** A block on the way through a page. */
export interface Step {
  block: Part;
  /** What holds it, outermost first; nothing where it stands in the page itself. */
  ancestors: readonly Part[];
  /** Where it stands in what holds it, from 0, and so from the page inwards. */
  path: readonly number[];
  /** How much room it has. */
  room: AvailableWidth;
  /** False for what nobody sees as it is set now. */
  seen: boolean;
}

/** The one way through a page: every block in reading order, each before what it holds. */
export function* walk(document: PageDocument, context: RoomContext): Generator<Step> {
  const room = pageWidth(context.measures);
  yield* through(document.content, [], [], () => room, context);
}

const walked = new WeakMap<PageDocument, readonly Step[]>();

/**
 * Every block of a page in reading order, for who asks for no widths. A page is a value that nobody changes, and much
 * is asked of one: it is walked once.
 */
export function stepsIn(document: PageDocument): readonly Step[] {
  const known = walked.get(document);
  if (known) return known;
  const steps = [...walk(document, { measures: [], holdings: new Map() })];
  walked.set(document, steps);
  return steps;
}

function* through(
  blocks: readonly AnyBlock[],
  ancestors: readonly Part[],
  path: readonly number[],
  roomAt: (at: number) => AvailableWidth,
  context: RoomContext,
  outer = true,
): Generator<Step> {
  for (const [at, block] of blocks.entries()) {
    const kind = kindOf(block);
    const room = roomAt(at);
    const seen = outer && !room.unseen;
    const step = { block: block as Part, ancestors, path: [...path, at], room, seen };
    yield step;
    const children = kind.children(block);
    if (children.length > 0)
      yield* through(
        children,
        [...ancestors, step.block],
        step.path,
        kind.rooms(block, room, context),
        context,
        seen,
      );
  }
}

/** The page with each block changed, what it holds first. Blocks that nothing changes stay the same values. */
export function mapBlocks(document: PageDocument, change: (block: Part) => Part): PageDocument {
  const content = mapped(document.content, change) as Block[];
  return content === document.content ? document : { ...document, content };
}

function mapped(blocks: readonly AnyBlock[], change: (block: Part) => Part): readonly AnyBlock[] {
  const next = blocks.map((block) => {
    const kind = kindOf(block);
    const children = kind.children(block);
    const inside = children.length === 0 ? children : mapped(children, change);
    return change((inside === children ? block : kind.withChildren(block, inside)) as Part);
  });
  return next.every((block, at) => block === blocks[at]) ? blocks : next;
}

/** The page with what it shows changed, place by place. */
export const mapUses = (document: PageDocument, change: (use: Use) => Use): PageDocument =>
  mapBlocks(document, (block) => kindOf(block).withUses(block, change) as Part);

/** Everything placed in a page, in reading order, however deep. */
export const placements = (document: PageDocument): Placement[] =>
  stepsIn(document).flatMap(({ block }) => (isPlacement(block) ? [block] : []));

/** Every asset that a page shows, place by place. */
export const usesIn = (document: PageDocument): Use[] =>
  stepsIn(document).flatMap(({ block }) => kindOf(block).uses(block));

/** Every asset that a page shows, with how wide it is shown there. */
export const shownUses = (document: PageDocument, context: PageContext): { use: Use; shown: Shown }[] =>
  [...walk(document, context)].flatMap(({ block, room, seen }) => {
    if (!seen) return [];
    const kind = kindOf(block);
    return kind.uses(block).map((use) => ({ use, shown: kind.shown(block, use, room, context) }));
  });

/** Every asset that is seen in a page as it is set now. */
export const seenUses = (document: PageDocument): Use[] =>
  stepsIn(document).flatMap(({ block, seen }) => (seen ? kindOf(block).uses(block) : []));

/** Every frame that a page opens. */
export const embeddedIn = (document: PageDocument): Embedded[] =>
  stepsIn(document).flatMap(({ block }) => kindOf(block).embedded(block));

/** Every link of a page. */
export const linksIn = (document: PageDocument): PageLink[] =>
  stepsIn(document).flatMap(({ block }) => kindOf(block).links(block));

/** The words of a block and of all that it holds, without marks. */
export function blockText(block: AnyBlock): string {
  const kind = kindOf(block);
  return [kind.words(block), ...kind.children(block).map(blockText)].filter((text) => text !== '').join(' ');
}
