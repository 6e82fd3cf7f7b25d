/** Declarations of a style attribute by their properties (CSS Style Attributes), in the order they are written. */
export type Style = Readonly<Record<string, string>>;

/** Attributes by their names in HTML, in the order they are written: `true` stands alone, null and undefined are left out. */
export type Attributes = Readonly<{ style?: Style | undefined } & Record<string, AttributeValue>>;
type AttributeValue = string | number | true | Style | null | undefined;

/** An element of HTML as a value, from which code and what is seen on the desk are both made. */
export interface Element {
  readonly tag: string;
  readonly attributes: Attributes;
  readonly children: readonly Markup[];
}

/** An element, or words as they are meant: nothing in them is markup. */
export type Markup = Element | string;

/** An element with its attributes and what is in it. */
export function element(tag: string, attributes: Attributes, ...children: readonly Markup[]): Element {
  return { tag, attributes, children };
}

/** An element with more declarations in its style. */
export const styled = (of: Element, style: Style): Element => ({
  ...of,
  attributes: { ...of.attributes, style: { ...of.attributes.style, ...style } },
});

/** The attributes that are written, with their values as words; a boolean one has none (HTML, 2.3.2). */
export function writtenAttributes({ attributes }: Element): [name: string, value: string][] {
  return Object.entries(attributes).flatMap(([name, value]): [string, string][] => {
    if (value === null || value === undefined) return [];
    if (value === true) return [[name, '']];
    return [[name, typeof value === 'object' ? writtenStyle(value) : String(value)]];
  });
}

const writtenStyle = (style: Style) =>
  Object.entries(style)
    .map(([property, value]) => `${property}:${value}`)
    .join(';');
