import { defaultTreeAdapter, parse, parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';

/** Markup out of which more would be made than anybody writes; the message can be shown as it is. */
export class TooTangled extends Error {}

/** How many elements are made of foreign markup, and how deep they may lie in one another. */
export interface Budget {
  elements: number;
  depth: number;
}

/**
 * Reads a piece of foreign HTML (HTML parsing algorithm, fragment case). Elements that formatting reopens again and
 * again count each time, so that a little markup cannot become a great deal. With `places`, each element knows where
 * in the code it stands. Throws TooTangled beyond the budget.
 */
export const readFragment = (html: string, budget: Budget, places = false): Tree.DocumentFragment =>
  parseFragment(html, {
    scriptingEnabled: false,
    treeAdapter: within(budget),
    sourceCodeLocationInfo: places,
  });

/** The same of a whole page. Throws TooTangled. */
export const readDocument = (html: string, budget: Budget, places = false): Tree.Document =>
  parse(html, { scriptingEnabled: false, treeAdapter: within(budget), sourceCodeLocationInfo: places });

function within({ elements, depth }: Budget): typeof defaultTreeAdapter {
  const depths = new WeakMap<object, number>();
  let made = 0;
  const place = (parent: Tree.ParentNode, child: Tree.Node) => {
    const at = (depths.get(parent) ?? 0) + 1;
    if (at > depth) throw new TooTangled(`This is nested more than ${depth} levels deep.`);
    depths.set(child, at);
  };
  return {
    ...defaultTreeAdapter,
    createElement: (...given) => {
      if (++made > elements)
        throw new TooTangled(`This makes more than ${elements.toLocaleString('en')} elements.`);
      return defaultTreeAdapter.createElement(...given);
    },
    appendChild: (parent, child) => {
      place(parent, child);
      defaultTreeAdapter.appendChild(parent, child);
    },
    insertBefore: (parent, child, before) => {
      place(parent, child);
      defaultTreeAdapter.insertBefore(parent, child, before);
    },
  };
}
