import { DayField } from '../kit/dayfield.tsx';
import { createSection, type Counts, type Facet, type Site } from '@placard/core/contract';
import { LICENCES, VERDICTS, type Terms } from '@placard/core/licence';
import { COLOURS } from '@placard/core/colour';
import { useMay } from '../kit/asking.ts';
import { useTerms } from '../placard/useterms.ts';
import { AtHand } from './athand.tsx';
import { Group, Value } from './group.tsx';
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
  verdict: { yes: 'yes', if: 'yes, on conditions', no: 'no', unknown: 'nobody knows yet' },
};
const TITLES: Partial<Record<Facet, string>> = {
  kind: 'Kind',
  shape: 'Shape',
  colour: 'Colour',
  lacking: 'Lacks',
  use: 'Used',
  verdict: 'May we use it?',
  licence: 'Licence',
  visibility: 'Seen by',
  heavy: 'Weight',
  by: 'Added by',
};
/** The order in which values of a facet stand; others follow as they come. */
const ORDER: Partial<Record<Facet, readonly string[]>> = {
  colour: COLOURS,
  lacking: ['alt', 'credit', 'licence', 'label'],
  licence: LICENCES.map(({ id }) => id),
  verdict: VERDICTS,
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
  people: Site['people'];
  onSet: (changes: Partial<Record<string, string>>) => void;
  onArrange: () => void;
}

/** What narrows a search further, each with how much it would leave. */
export function Facets({ asked, counts, sections, people, onSet, onArrange }: FacetsProps) {
  const mayArrange = useMay(createSection);
  const { termsOf } = useTerms();
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
      <AtHand asked={asked} onSet={onSet} />
      <Group
        title="Section"
        action={
          mayArrange && (
            <button
              type="button"
              className="button-plain py-0 font-sans text-[12.5px] font-normal"
              onClick={onArrange}
            >
              Arrange
            </button>
          )
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
                  {facet === 'by'
                    ? (people.find(({ id }) => id === value)?.name ?? 'somebody')
                    : nameOf(facet, value, termsOf)}
                </Value>
              </li>
            ))}
          </Group>
        );
      })}
      <Group title="Added">
        {(['since', 'until'] as const).map((end) => (
          <li key={end}>
            <DayField
              className="py-[3px] pl-1"
              label={end === 'since' ? 'from' : 'to'}
              placeholder="any day"
              value={asked[end] ?? ''}
              onChange={(day) => onSet({ [end]: day })}
            />
          </li>
        ))}
      </Group>
    </nav>
  );
}

function nameOf(facet: Facet, value: string, termsOf: (licence: string) => Terms): string {
  if (facet === 'licence') {
    const terms = termsOf(value);
    return terms.short && terms.family !== 'bought' ? terms.short : terms.name;
  }
  return NAMES[facet]?.[value] ?? value;
}
