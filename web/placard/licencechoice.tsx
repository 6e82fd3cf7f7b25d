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
    <label className="mb-2 block">
      <span className="caption">{label}</span>
      <select className="input" value={value} onChange={(event) => onChange(event.target.value)}>
        {!listed && <option value={value}>{nameOf(value)}</option>}
        {first.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
        {own.length > 0 && (
          <optgroup label="Terms of our own">
            {own.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </optgroup>
        )}
        {GROUPS.map(([title, families]) => (
          <optgroup key={title} label={title}>
            {LICENCES.filter(({ id, family }) => families.includes(family) && id !== 'unknown').map(
              ({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ),
            )}
          </optgroup>
        ))}
      </select>
    </label>
  );
}

/** A port is on no list, but has a name. */
function nameOf(id: string): string {
  try {
    return termsOf(id).name;
  } catch {
    return id;
  }
}
