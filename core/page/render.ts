import { toHtml, type Markup } from '../markup/index.ts';
import { anchorsOf, carriedAnchors } from './anchors.ts';
import { creditsMarkup } from './credits.ts';
import type { PageDocument } from './document.ts';
import { kindOf } from './kinds/index.ts';
import type { AnyBlock, RenderContext } from './kinds/kind.ts';
import { pageWidth, type AvailableWidth } from './availablewidth.ts';

/** The markup of a block, in so much room, with all that it holds. */
export function blockMarkup(block: AnyBlock, context: RenderContext, room: AvailableWidth): Markup[] {
  const kind = kindOf(block);
  if (context.placed && kind.group === 'placement')
    return context.dressed?.(context.placed(block), block) ?? context.placed(block);
  const each = (children: readonly AnyBlock[]) => {
    const roomAt = kind.rooms(block, room, context);
    return children.map((child, at) => blockMarkup(child, context, roomAt(at)));
  };
  const made = kind.markup(block, { context, room, each, inside: (children) => each(children).flat() });
  return context.dressed ? context.dressed(made, block) : made;
}

/** A page's body as markup, the list of its credits at the end. Placements of assets that no longer exist are left out. */
export function documentMarkup(document: PageDocument, given: RenderContext): Markup[] {
  const { within } = given;
  const anchors = within ? carriedAnchors(document, within.address) : anchorsOf(document);
  const context = { ...given, anchors };
  const room = pageWidth(context.measures);
  return [
    ...document.content.flatMap((block) => blockMarkup(block, context, room)),
    ...creditsMarkup(document, context),
  ];
}

/** A page's body as clean HTML: semantic elements, no class, no script. Preview and hand-off both come from here. */
export function renderDocument(document: PageDocument, context: RenderContext): string {
  return documentMarkup(document, context).map(toHtml).join('\n');
}
