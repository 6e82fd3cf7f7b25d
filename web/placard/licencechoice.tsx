import { Select } from '../kit/select.tsx';
import { LICENCES, termsOf, type Family, type Terms } from '@placard/core/licence';

const GROUPS: [string, Family[]][] = [
  ['Creative Commons', ['creative-commons']],
  ['Public domain', ['public-domain']],
  ['Other free licences', ['free']],
  ['Bought', ['bought']],
  ['Asked for, or reserved', ['asked', 'none']],
];

/** Every licence that a placard can name, by where it comes from; the organisation's own terms among them. */
export function LicenceChoice({
  value,
  own,
  onChange,
  label = 'Licence',
}: {
  value: string;
  own: readonly Terms[];
  onChange: (licence: string) => void;
  label?: string;
}) {
  const first = LICENCES.filter(({ id, family }) => id === 'unknown' || family === 'ours');
  const listed = LICENCES.some(({ id }) => id === value) || own.some(({ id }) => id === value);
  return (
    <div className="mb-2">
      <Select
        label={label}
        value={value}
        onChange={onChange}
        options={[...(listed ? [] : [[value, nameOf(value)] as const]), ...first.map(named)]}
        groups={[
          { title: 'Terms of our own', options: own.map(named) },
          ...GROUPS.map(([title, families]) => ({
            title,
            options: LICENCES.filter(({ id, family }) => families.includes(family) && id !== 'unknown').map(
              named,
            ),
          })),
        ]}
      />
    </div>
  );
}

const named = ({ id, name }: Pick<Terms, 'id' | 'name'>) => [id, name] as const;

/** A port is on no list, but has a name. */
function nameOf(id: string): string {
  try {
    return termsOf(id).name;
  } catch {
    return id;
  }
}
