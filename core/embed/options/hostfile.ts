import * as v from 'valibot';
import { HOST_PATTERN } from '../hostpattern.ts';
import { placesIn } from './pathpattern.ts';

const line = (most: number) => v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(most));
const name = v.pipe(
  v.string(),
  v.regex(/^[a-zA-Z0-9_.[\]-]{1,60}$/, 'A name of letters, figures, dots and hyphens is wanted.'),
);
/** Names that every object has of itself stand for nothing that a file says. */
const isOwnName = (text: string): boolean => !(text in Object.prototype);
const NOT_OWN = 'This name is one that programs keep for themselves.';
const value = v.pipe(v.string(), v.maxLength(200), v.check(isOwnName, NOT_OWN));

/** An object with these fields and no others: one that is written wrong is said to be. */
const exactly = <Entries extends v.ObjectEntries>(entries: Entries) =>
  v.strictObject(entries, ({ expected, received, message }) =>
    expected === 'never' ? `There is no field ${received}.` : message,
  );

/** A path with places in it: `/film/{id}`. A place is one step; a star at the end is whatever follows. */
export const PathPatternSchema = v.pipe(
  v.string(),
  v.maxLength(300),
  v.regex(/^\/[^\s?#<>"]*$/, 'A path begins with a slash: /film/{id}.'),
  v.check((path) => placesIn(path).every(isOwnName), NOT_OWN),
);

/** A host's name in an address, with its port where that is said. */
const HostNameSchema = v.pipe(v.string(), v.toLowerCase(), v.regex(HOST_PATTERN, 'This is not a host name.'));

/** Where in the address an option is said: exactly one of these. */
const PlacesSchema = {
  /** A part of the query, by its name. */
  query: v.optional(name),
  /** A part of what stands behind the hash, by its name. */
  fragment: v.optional(name),
  /** Another path for each value. */
  paths: v.optional(v.record(value, PathPatternSchema)),
  /** Another host for each value. */
  hosts: v.optional(v.record(value, HostNameSchema)),
};

const CommonSchema = {
  id: v.pipe(
    v.string(),
    v.regex(/^[a-z][a-z0-9-]{0,39}$/, 'An option’s id is small letters, figures and hyphens.'),
  ),
  /** What it is called on the screen. */
  says: line(120),
  /** What it does, where its name does not say it. */
  help: v.optional(line(400)),
  /** What it means for what the host learns of visitors. */
  privacy: v.optional(line(400)),
  ...PlacesSchema,
};

const SwitchSchema = exactly({
  kind: v.literal('switch'),
  ...CommonSchema,
  /** What stands in the address; nothing stands there for null. */
  on: v.optional(v.nullable(value), '1'),
  off: v.optional(v.nullable(value), null),
  /** What the host does where nothing is said. */
  usual: v.boolean(),
  /** What we say where nobody has chosen; as usual where nothing is said. */
  ours: v.optional(v.boolean()),
});

const ChoiceSchema = exactly({
  kind: v.literal('choice'),
  ...CommonSchema,
  values: v.pipe(
    v.array(exactly({ value, says: line(120) })),
    v.minLength(2, 'A choice has two values at least.'),
    v.maxLength(40),
  ),
  usual: value,
  ours: v.optional(value),
});

/** Ways in which hosts write a moment: `95`, `1:35`, `1m35s`. */
export const TIMES = ['seconds', 'clock', 'units'] as const;

const TimeSchema = exactly({
  kind: v.literal('time'),
  ...CommonSchema,
  written: v.picklist(TIMES),
});

const LanguageSchema = exactly({ kind: v.literal('language'), ...CommonSchema });

export const OptionSchema = v.pipe(
  v.variant('kind', [SwitchSchema, ChoiceSchema, TimeSchema, LanguageSchema]),
  v.check(
    ({ query, fragment, paths, hosts }) =>
      [query, fragment, paths, hosts].filter((place) => place !== undefined).length === 1,
    'An option is said in one place of the address: query, fragment, paths or hosts.',
  ),
  v.check(
    ({ kind, paths, hosts }) =>
      (paths === undefined && hosts === undefined) || kind === 'switch' || kind === 'choice',
    'Paths and hosts are for options with few values: a switch or a choice.',
  ),
  v.check(
    (option) =>
      valuesOf(option).every((one) => Object.hasOwn(option.paths ?? option.hosts ?? { [one]: '' }, one)),
    'Each value of the option needs its path, or its host.',
  ),
  v.check(
    (option) =>
      option.kind !== 'switch' ||
      option.query === undefined ||
      (option.usual ? option.off : option.on) !== null,
    'The address has to be able to say what is not usual.',
  ),
  v.check(
    (option) =>
      option.kind !== 'choice' ||
      [option.usual, option.ours ?? option.usual].every((one) =>
        option.values.some((known) => known.value === one),
      ),
    'What is usual, and what is ours, are among the values.',
  ),
);
export type Option = v.InferOutput<typeof OptionSchema>;

/** The values of an option that has few, as a file names them; none for others. */
export function valuesOf(option: { kind: string; values?: readonly { value: string }[] }): string[] {
  if (option.kind === 'switch') return ['on', 'off'];
  return option.kind === 'choice' ? (option.values ?? []).map((one) => one.value) : [];
}

/** What a host's addresses understand, as data: one file a host. Described in docs/hosts.md. */
export const HostFileSchema = exactly({
  format: v.literal(1),
  name: line(80),
  /** The hosts that it is about: names with their ports, or families. */
  hosts: v.pipe(
    v.array(HostNameSchema),
    v.minLength(1, 'Say which hosts the file is about.'),
    v.maxLength(40),
  ),
  /** Where the embed of a page is, by their paths. */
  addresses: v.optional(
    v.pipe(
      v.array(
        v.pipe(
          exactly({ page: PathPatternSchema, embed: PathPatternSchema }),
          v.check(
            ({ page, embed }) =>
              placesIn(embed).length > 0 && placesIn(embed).every((place) => placesIn(page).includes(place)),
            'What differs from page to page has a place in both: /film/{id} and /player/{id}.',
          ),
        ),
      ),
      v.maxLength(40),
    ),
    [],
  ),
  /** Where the host answers what it has for an address (oEmbed 1.0). */
  oembed: v.optional(v.pipe(v.string(), v.url(), v.maxLength(500))),
  options: v.optional(
    v.pipe(
      v.array(OptionSchema),
      v.maxLength(60),
      v.check(
        (options) => new Set(options.map(({ id }) => id)).size === options.length,
        'Each option has an id of its own.',
      ),
    ),
    [],
  ),
  /** What the host learns of a visitor as soon as its frame loads. */
  told: v.optional(line(400)),
});
export type HostFile = v.InferOutput<typeof HostFileSchema>;
