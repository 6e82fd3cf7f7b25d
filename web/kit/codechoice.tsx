import { X } from 'lucide-react';
import { useId, useState, type ComponentProps } from 'react';
import { COUNTRIES, countryName, LANGUAGES, languageName } from '@placard/core/text';
import { Combobox } from './combobox.tsx';
import type { Found } from './foundlist.tsx';

/** The most that are listed at once; a word more finds the others. */
const MOST = 60;

const byName = (a: Found, b: Found) => a.says.localeCompare(b.says, 'en');

/** Those that have the words: by their letters first, then as a word begins, then anywhere. */
function having(words: string, all: readonly Found[]): Found[] {
  const wanted = words.trim().toLowerCase();
  if (wanted === '') return all.toSorted(byName).slice(0, MOST);
  const rank = ({ key, says }: Found) => {
    const name = says.toLowerCase();
    if (key.toLowerCase() === wanted) return 0;
    if (name.startsWith(wanted)) return 1;
    return name.includes(` ${wanted}`) ? 2 : name.includes(wanted) ? 3 : 4;
  };
  return all
    .filter((option) => rank(option) < 4)
    .toSorted((a, b) => rank(a) - rank(b) || byName(a, b))
    .slice(0, MOST);
}

/** One of a long list, worked out only while it is looked through. */
function Listed({
  all,
  ...more
}: Omit<ComponentProps<typeof Combobox>, 'open' | 'onOpen' | 'words' | 'onWords' | 'options'> & {
  /** What can be chosen, by what was typed. */
  all: (typed: string) => readonly Found[];
}) {
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState('');
  return (
    <Combobox
      {...more}
      open={open}
      onOpen={setOpen}
      words={words}
      onWords={setWords}
      options={open ? having(words, all(words.trim())) : []}
    />
  );
}

/** Countries (ISO 3166-1 alpha-2), none of them for everywhere. */
export function Countries({
  label,
  value,
  onChange,
  disabled = false,
}: {
  label: string;
  value: readonly string[];
  onChange: (countries: string[]) => void;
  disabled?: boolean;
}) {
  const id = useId();
  return (
    <div role="group" aria-labelledby={id}>
      <span id={id} className="caption">
        {label}
      </span>
      <div className="flex flex-wrap items-center gap-1">
        {value.length === 0 && <span className="text-soft">Everywhere</span>}
        {value.map((code) => (
          <span
            key={code}
            className="inline-flex items-center border border-edge bg-paper pl-1.5 text-[13px]"
          >
            {countryName(code)}
            {!disabled && (
              <button
                type="button"
                aria-label={`Take ${countryName(code)} off`}
                className="px-1 py-1 hover:text-madder"
                onClick={() => onChange(value.filter((other) => other !== code))}
              >
                <X aria-hidden className="size-3" />
              </button>
            )}
          </span>
        ))}
        {!disabled && (
          <Listed
            label={`Add a country: ${label}`}
            look="line"
            says={value.length === 0 ? 'only in …' : 'and …'}
            placeholder="Its name, or its two letters"
            nothing="No country is called so."
            all={() =>
              COUNTRIES.filter((code) => !value.includes(code)).map((code) => ({
                key: code,
                says: countryName(code),
                beside: code,
                choose: () => onChange([...value, code]),
              }))
            }
          />
        )}
      </div>
    </div>
  );
}

/** A language (BCP 47): one of the list, or any tag that means something, like de-AT. */
export function Language({
  label,
  hideLabel = false,
  value,
  onChange,
  className,
}: {
  label: string;
  hideLabel?: boolean;
  value: string;
  onChange: (tag: string) => void;
  className?: string;
}) {
  const choice = (tag: string) => ({
    key: tag,
    says: languageName(tag) ?? tag,
    beside: tag,
    choose: () => onChange(tag),
  });
  return (
    <Listed
      label={label}
      showLabel={!hideLabel}
      className={className}
      says={languageName(value) ?? (value || 'Choose it')}
      placeholder="Its name, or its tag, like de-AT"
      nothing="No language is called so."
      all={(typed) => {
        const tags = languageName(typed) === null ? [] : Intl.getCanonicalLocales(typed);
        return [...new Set([...tags, ...LANGUAGES])].map(choice);
      }}
    />
  );
}

const zoneName = (zone: string) => zone.replaceAll('_', ' ').replaceAll('/', ', ');

/** A time zone of IANA's list, found by its place. */
export function TimeZone({
  label,
  value,
  onChange,
  disabled = false,
}: {
  label: string;
  value: string;
  onChange: (zone: string) => void;
  disabled?: boolean;
}) {
  return (
    <div>
      <Listed
        label={label}
        showLabel
        says={zoneName(value)}
        disabled={disabled}
        placeholder="A city, like Vienna"
        nothing="No time zone is named after that."
        all={() =>
          ['UTC', ...Intl.supportedValuesOf('timeZone')].map((zone) => ({
            key: zone,
            says: zoneName(zone),
            choose: () => onChange(zone),
          }))
        }
      />
    </div>
  );
}
