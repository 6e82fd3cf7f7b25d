import type { Markup } from '@placard/core/markup';
import type { Replaced } from '../../kit/markup.tsx';

/** What is drawn otherwise on the desk than outside, whatever it stands in. */
export const ON_THE_DESK: Replaced = {
  img: (_element, properties) =>
    properties['src'] ? (
      // Dragging a picture drags what it stands in, and it is there at once.
      <img {...properties} alt={String(properties['alt'])} loading="eager" draggable={false} />
    ) : (
      <span className="block aspect-[3/2] bg-[#eee]" />
    ),
  // Captions that nobody asks for are not fetched here: from another address than the page's own they are refused.
  track: (_element, properties) => <track {...properties} default={false} />,
};

/** What opens over the page when it is pressed stays shut on the desk: a press there selects. */
export function atRest(markup: Markup): Markup[] {
  if (typeof markup === 'string') return [markup];
  const { attributes, children } = markup;
  if ('popover' in attributes) return [];
  const inside = children.flatMap(atRest);
  return 'popovertarget' in attributes ? inside : [{ ...markup, children: inside }];
}
