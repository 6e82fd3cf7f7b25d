import type { Counts, Facet, Site } from '@placard/core/contract';
import { LICENCES } from '@placard/core/licence';
import { COLOURS } from '@placard/core/likeness';
import { inCount } from '../kit/words.ts';
import type { Asked } from './usesearch.ts';

const NAMES: Partial<Record<Facet, Record<string, string>>> = {
  lacking: {
    alt: 'alt text',
    credit: 'credit',
    licence: 'licence',
    label: 'any of these',
    prep: 'renditions',
  },
  use: { used: 'in pages', unused: 'nowhere' },
  heavy: { yes: 'too heavy' },
};
const TITLES: Partial<Record<Facet, string>> = {
  kind: 'Kind',
  shape: 'Shape',
  colour: 'Colour',
  lacking: 'Lacks',
  use: 'Used',
  licence: 'Licence',
  visibility: 'Seen by',
  heavy: 'Weight',
};
/** The order in which values of a facet stand; others follow as they come. */
const ORDER: Partial<Record<Facet, readonly string[]>> = {
  colour: COLOURS,
  lacking: ['alt', 'credit', 'licence', 'label'],
  licence: LICENCES.map(({ id }) => id),
};
const SWATCHES: Record<string, string> = {
  red: '#b3382c',
  orange: '#c9761c',
  yellow: '#cfb53b',
  green: '#3c7d4f',
  blue: '#30589e',
  violet: '#77438f',
  grey: '#8b8b8b',
  black: '#111',
  white: '#fff',
};

interface FacetsProps {
  asked: Asked;
  counts: Counts;
  sections: Site['sections'];
  onSet: (changes: Partial<Record<string, string>>) => void;
  onArrange: () => void;
}

/** What narrows a search further, each with how much it would leave. */
export function Facets({ asked, counts, sections, onSet, onArrange }: FacetsProps) {
  const branch = (id: string): number =>
    (counts.section?.[id] ?? 0) +
    sections.filter(({ parent }) => parent === id).reduce((sum, child) => sum + branch(child.id), 0);
  const tree = (parent: string | null, depth: number): React.ReactNode =>
    sections
      .filter((section) => section.parent === parent)
      .map(({ id, title }) => (
        <li key={id}>
          <Value
            on={asked.section === id}
            indent={depth}
            count={branch(id)}
            onClick={() => onSet({ section: asked.section === id ? '' : id })}
          >
            {title}
          </Value>
          <ul>{tree(id, depth + 1)}</ul>
        </li>
      ));
  return (
    <nav aria-label="Narrow the search" className="space-y-3.5 text-[13px]">
      <Group
        title="Section"
        action={
          <button
            type="button"
            className="button-plain py-0 font-sans text-[12.5px] font-normal"
            onClick={onArrange}
          >
            Arrange
          </button>
        }
      >
        {tree(null, 0)}
      </Group>
      {(Object.keys(TITLES) as Facet[]).map((facet) => {
        const found = counts[facet] ?? {};
        const order = ORDER[facet] ?? [];
        const values = Object.keys(found).toSorted((a, b) => order.indexOf(a) - order.indexOf(b));
        const chosen = asked[facet];
        if (chosen && !values.includes(chosen)) values.push(chosen);
        if (values.length === 0) return null;
        return (
          <Group key={facet} title={TITLES[facet] ?? facet}>
            {values.map((value) => (
              <li key={value}>
                <Value
                  on={chosen === value}
                  count={found[value] ?? 0}
                  swatch={facet === 'colour' ? SWATCHES[value] : undefined}
                  onClick={() => onSet({ [facet]: chosen === value ? '' : value })}
                >
                  {nameOf(facet, value)}
                </Value>
              </li>
            ))}
          </Group>
        );
      })}
    </nav>
  );
}

function nameOf(facet: Facet, value: string): string {
  if (facet === 'licence') {
    const terms = LICENCES.find(({ id }) => id === value);
    return terms?.short || terms?.name || value;
  }
  return NAMES[facet]?.[value] ?? value;
}

function Group({
  title,
  action,
  children,
}: {
  title: string;
  action?: React.ReactNode;
  children: React.ReactNode;
}) {
  return (
    <section aria-label={title}>
      <h2 className="mb-0.5 flex items-baseline justify-between border-b border-rule pb-0.5 text-[13px]">
        {title}
        {action}
      </h2>
      <ul>{children}</ul>
    </section>
  );
}

function Value({
  on,
  count,
  indent = 0,
  swatch,
  onClick,
  children,
}: {
  on: boolean;
  count: number;
  indent?: number;
  swatch?: string | undefined;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onClick}
      style={{ paddingLeft: 4 + indent * 12 }}
      className="flex w-full items-center gap-1.5 py-[3px] pr-1 text-left hover:bg-card aria-pressed:bg-ink aria-pressed:text-paper"
    >
      {swatch && (
        <span aria-hidden style={{ background: swatch }} className="size-3 shrink-0 border border-edge" />
      )}
      <span className="min-w-0 grow truncate">{children}</span>
      <span className={on ? '' : 'text-soft'}>{inCount(count)}</span>
    </button>
  );
}
