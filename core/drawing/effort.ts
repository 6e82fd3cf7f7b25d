/** An element of a drawing, as far as drawing it costs something. */
export interface Drawn {
  id: string;
  /** The indices of what lies in it. */
  children: number[];
  /** Ids that it refers to: each is drawn again for it. */
  refers: string[];
  /** What its own filtering costs, where it is a step of a filter. */
  filtering: number;
}

/** The most elements that are drawn, each as often as it is used, and the most steps of filters; nobody's drawing needs them. */
const [MOST_DRAWN, MOST_FILTERED] = [200_000, 2_000];
/** The longest way from use to use. */
const DEEPEST = 400;

/**
 * Why a drawing would take too long to draw, in a sentence; empty where it would not. What is used is counted each
 * time, so that a few uses of uses of uses cannot become millions.
 */
export function tooMuchEffort(elements: readonly Drawn[]): string {
  const byId = new Map(elements.map(({ id }, index) => [id, index]));
  const known = new Map<number, { drawn: number; filtered: number }>();
  const under = new Set<number>();
  let deepest = 0;
  const effortOf = (index: number, depth: number): { drawn: number; filtered: number } => {
    const before = known.get(index);
    if (before) return before;
    const element = elements[index];
    deepest = Math.max(deepest, depth);
    // What uses itself draws nothing (SVG 2, section 5.6).
    if (!element || under.has(index) || depth > DEEPEST) return { drawn: 0, filtered: 0 };
    under.add(index);
    const inside = [...element.children, ...element.refers.flatMap((id) => byId.get(id) ?? [])].map((other) =>
      effortOf(other, depth + 1),
    );
    under.delete(index);
    const effort = {
      drawn: Math.min(
        MOST_DRAWN + 1,
        inside.reduce((sum, { drawn }) => sum + drawn, 1),
      ),
      filtered: Math.min(
        MOST_FILTERED + 1,
        inside.reduce((sum, { filtered }) => sum + filtered, element.filtering),
      ),
    };
    known.set(index, effort);
    return effort;
  };
  const { drawn, filtered } = effortOf(0, 0);
  if (deepest > DEEPEST) return 'Its parts use one another too deeply.';
  if (drawn > MOST_DRAWN)
    return `It would draw more than ${MOST_DRAWN.toLocaleString('en')} parts, one used in another.`;
  if (filtered > MOST_FILTERED) return 'It asks for more filtering than can be drawn.';
  return '';
}

/** What a step of a filter costs, by what it reads of its surroundings for every pixel. */
export function filteringOf(name: string, attribute: (name: string) => string): number {
  const number = (text: string, otherwise: number) => {
    const value = Number(text.trim().split(/[\s,]+/)[0]);
    return text.trim() !== '' && Number.isFinite(value) ? Math.abs(value) : otherwise;
  };
  switch (name) {
    case 'feTurbulence':
      return 3 * Math.min(1000, number(attribute('numOctaves'), 1));
    case 'feConvolveMatrix':
      return Math.min(1000, number(attribute('order'), 3) ** 2 / 3);
    case 'feMorphology':
      return 1 + Math.min(1000, number(attribute('radius'), 0) / 4);
    case 'feDiffuseLighting':
    case 'feSpecularLighting':
      return 3;
    default:
      return name.startsWith('fe') ? 1 : 0;
  }
}
