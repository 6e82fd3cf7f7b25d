import { TRACK_KINDS } from '../captions/trackkind.ts';
import * as v from 'valibot';
import { PlacardSchema } from '../credit/placard.ts';
import { VERDICTS } from '../licence/verdict.ts';
import { COLOURS } from '../colour/index.ts';
import { EDITORS, endpoint, EVERYONE } from './endpoint.ts';

export const IdSchema = v.pipe(v.string(), v.regex(/^[a-zA-Z0-9_-]{6,40}$/, 'This is not an id.'));
export const ById = v.object({ id: IdSchema });
export const KindSchema = v.picklist(['picture', 'film', 'sound', 'document']);
export type Kind = v.InferOutput<typeof KindSchema>;
/** Internal assets are for our own pages only: no catalogue, no credits list elsewhere. */
export const VisibilitySchema = v.picklist(['public', 'internal']);
export type Visibility = v.InferOutput<typeof VisibilitySchema>;

/** What reading a file told of it. Pixels are those of the upright picture. */
export const FactsSchema = v.object({
  kind: KindSchema,
  mime: v.string(),
  extension: v.string(),
  width: v.number(),
  height: v.number(),
  /** Seconds; null for still pictures. */
  duration: v.nullable(v.number()),
  /** Of a film: frames a second, as far as it says so. */
  rate: v.optional(v.number()),
  /** Of a film: it has no sound; absent where that was not looked for. */
  silent: v.optional(v.boolean()),
  animated: v.boolean(),
  transparent: v.boolean(),
  /** Exif orientation 1–8 as it came. */
  orientation: v.number(),
  /** Compact placeholder, base64 (ThumbHash). */
  thumbhash: v.nullable(v.string()),
  /** Of a document: how many pages it has, and its language (BCP 47), as far as it says so. */
  pages: v.optional(v.number()),
  language: v.optional(v.string()),
  /** What whoever sent it should know of it, in a sentence; empty or absent where there is nothing. */
  note: v.optional(v.string()),
});
export type Facts = v.InferOutput<typeof FactsSchema>;

export const RenditionSchema = v.object({
  width: v.number(),
  height: v.number(),
  mime: v.string(),
  /** Of what plays (RFC 6381); empty where nobody is sure. */
  codecs: v.string(),
  bytes: v.number(),
  url: v.string(),
});

export const TrackSchema = v.object({
  id: v.string(),
  kind: v.picklist(TRACK_KINDS),
  language: v.string(),
  label: v.string(),
  url: v.string(),
});

export const SHAPES = ['landscape', 'portrait', 'square'] as const;

export const AssetSchema = v.object({
  id: v.string(),
  name: v.string(),
  fileName: v.string(),
  bytes: v.number(),
  facts: FactsSchema,
  section: v.object({ id: v.string(), title: v.string(), slug: v.string() }),
  visibility: VisibilitySchema,
  placard: PlacardSchema,
  placardVersion: v.number(),
  thumbnail: v.nullable(v.string()),
  /** The version that stands in pages: its number, its pixels, and the changes that its credit names. */
  shown: v.object({
    number: v.number(),
    width: v.number(),
    height: v.number(),
    changes: v.array(v.string()),
  }),
  uses: v.number(),
  prepared: v.picklist(['waiting', 'working', 'done', 'failed']),
  binned: v.boolean(),
  addedAt: v.string(),
  addedBy: v.string(),
});
export type Asset = v.InferOutput<typeof AssetSchema>;

export const AssetDetailSchema = v.object({
  ...AssetSchema.entries,
  original: v.string(),
  renditions: v.array(RenditionSchema),
  tracks: v.array(TrackSchema),
  usedIn: v.array(v.object({ pageId: v.string(), title: v.string(), placements: v.number() })),
  /** Why preparing it failed, in a sentence. */
  trouble: v.nullable(v.string()),
});
export type AssetDetail = v.InferOutput<typeof AssetDetailSchema>;

const words = (longest: number) => v.optional(v.pipe(v.string(), v.maxLength(longest)));
export const whole = (least: number, most: number) =>
  v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(least), v.maxValue(most));
const day = v.optional(v.pipe(v.string(), v.isoDate('Write the day as year-month-day.')));
const yes = v.optional(v.literal('yes'));

export const SORTS = ['added', 'title', 'bytes', 'pixels', 'by', 'licence', 'uses', 'placed'] as const;
export type Sort = (typeof SORTS)[number];
/** What is sorted from A to Z unless it is asked otherwise; the rest begins with the most. */
export const SORTED_UP: ReadonlySet<string> = new Set(['title', 'by', 'licence']);
export const LACKS = ['alt', 'credit', 'licence', 'label', 'prep'] as const;

/** What is looked for: all conditions must hold. */
export const SearchSchema = v.object({
  words: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
  kind: v.optional(KindSchema),
  /** A section, with what lies in it. */
  section: v.optional(IdSchema),
  shape: v.optional(v.picklist(SHAPES)),
  colour: v.optional(v.picklist(COLOURS)),
  licence: words(40),
  /** Whether it may be used as it is, by its licence. */
  verdict: v.optional(v.picklist(VERDICTS)),
  /** A shortlist that it is on. */
  shortlist: v.optional(IdSchema),
  visibility: v.optional(VisibilitySchema),
  lacking: v.optional(v.picklist(LACKS)),
  use: v.optional(v.picklist(['used', 'unused'])),
  heavy: yes,
  /** Who added it, by id. */
  by: words(36),
  since: day,
  until: day,
  /** `yes` looks in the bin instead. */
  bin: yes,
  sort: v.optional(v.picklist(SORTS), 'added'),
  order: v.optional(v.picklist(['up', 'down'])),
  offset: v.optional(whole(0, 10_000_000), '0'),
  limit: v.optional(whole(0, 500), '200'),
  /** `yes` counts what each further condition would leave. */
  counted: yes,
});
export type Search = v.InferOutput<typeof SearchSchema>;

/** The conditions that are counted beside a search. */
export const FACETS = [
  'kind',
  'section',
  'shape',
  'colour',
  'verdict',
  'licence',
  'visibility',
  'lacking',
  'use',
  'heavy',
  'by',
] as const;
export type Facet = (typeof FACETS)[number];
const CountsSchema = v.record(v.picklist(FACETS), v.record(v.string(), v.number()));
export type Counts = v.InferOutput<typeof CountsSchema>;

export const listAssets = endpoint({
  method: 'GET',
  path: '/api/assets',
  summary: 'Search the holdings',
  roles: EVERYONE,
  query: SearchSchema,
  answer: v.object({
    assets: v.array(AssetSchema),
    total: v.number(),
    counts: v.nullable(CountsSchema),
    /** Where nothing is found: words nearly written so by which something is. */
    otherwise: v.optional(v.nullable(v.string())),
  }),
});

const IdsSchema = v.pipe(v.array(IdSchema), v.minLength(1), v.maxLength(5000));

export const listAssetIds = endpoint({
  method: 'GET',
  path: '/api/assets/ids',
  summary: 'The ids of all that a search finds, at most 5,000',
  roles: EVERYONE,
  query: SearchSchema,
  answer: v.array(v.string()),
});

export const moveAssets = endpoint({
  method: 'POST',
  path: '/api/assets/move',
  summary: 'File assets under other sections; answers where each was, for taking it back',
  roles: EDITORS,
  body: v.object({
    moves: v.pipe(
      v.array(v.object({ section: IdSchema, assets: IdsSchema })),
      v.minLength(1),
      v.maxLength(500),
    ),
  }),
  answer: v.object({ before: v.array(v.object({ section: v.string(), assets: v.array(v.string()) })) }),
  problems: [404],
});

export const labelAssets = endpoint({
  method: 'POST',
  path: '/api/assets/label',
  summary: 'Write the same fields on many placards; answers what stood there, for taking it back',
  roles: EVERYONE,
  body: v.object({
    labels: v.pipe(
      v.array(v.object({ assets: IdsSchema, changes: v.partial(PlacardSchema) })),
      v.minLength(1),
      v.maxLength(5000),
    ),
  }),
  answer: v.object({
    before: v.array(v.object({ assets: v.array(v.string()), changes: v.partial(PlacardSchema) })),
  }),
});

export const keywordAssets = endpoint({
  method: 'POST',
  path: '/api/assets/keywords',
  summary: 'Add keywords to many placards, or take them away; answers what stood there, for taking it back',
  roles: EVERYONE,
  body: v.object({
    assets: IdsSchema,
    add: v.optional(v.pipe(v.string(), v.maxLength(1000)), ''),
    remove: v.optional(v.pipe(v.string(), v.maxLength(1000)), ''),
  }),
  answer: v.object({
    before: v.array(v.object({ assets: v.array(v.string()), changes: v.partial(PlacardSchema) })),
  }),
});

export const summariseAssets = endpoint({
  method: 'POST',
  path: '/api/assets/summary',
  summary: 'What many assets have in common, and what they lack',
  roles: EVERYONE,
  body: v.object({ assets: IdsSchema }),
  answer: v.object({
    total: v.number(),
    bytes: v.number(),
    /** How many stand in pages. */
    used: v.number(),
    /** Which lack what. */
    lacking: v.object({
      alt: v.array(v.string()),
      credit: v.array(v.string()),
      licence: v.array(v.string()),
    }),
    /** What stands in a field, how often: the most frequent first, eight at most. */
    common: v.record(
      v.picklist([
        'creator',
        'source',
        'licence',
        'section',
        'keywords',
        'caption',
        'copyright',
        'until',
        'restrictions',
      ]),
      v.array(v.object({ value: v.string(), assets: v.number() })),
    ),
  }),
});
export type Summary = v.InferOutput<typeof summariseAssets.answer>;

export const binAssets = endpoint({
  method: 'POST',
  path: '/api/assets/bin',
  summary:
    'Put assets into the bin. What stands in pages is left and named, unless something takes its place there',
  roles: EDITORS,
  body: v.object({ assets: IdsSchema, instead: v.optional(IdSchema) }),
  answer: v.object({
    binned: v.array(v.string()),
    used: v.array(
      v.object({
        id: v.string(),
        title: v.string(),
        pages: v.array(v.object({ id: v.string(), title: v.string() })),
      }),
    ),
  }),
  problems: [422],
});

export const restoreAssets = endpoint({
  method: 'POST',
  path: '/api/assets/restore',
  summary: 'Take assets out of the bin',
  roles: EDITORS,
  body: v.object({ assets: IdsSchema }),
  answer: v.object({ restored: v.number() }),
});

export const emptyBin = endpoint({
  method: 'POST',
  path: '/api/assets/empty-bin',
  summary: 'Delete for good what lies in the bin, with its files, as work under way',
  roles: EDITORS,
  answer: v.object({ job: v.string() }),
});

export const readAsset = endpoint({
  method: 'GET',
  path: '/api/assets/{id}',
  summary: 'One asset with its renditions and uses',
  roles: EVERYONE,
  params: ById,
  answer: AssetDetailSchema,
  problems: [404],
});

export const labelAsset = endpoint({
  method: 'PATCH',
  path: '/api/assets/{id}/placard',
  summary: 'Change fields of a placard; refused when somebody changed it since `version`',
  roles: EVERYONE,
  params: ById,
  body: v.object({ version: v.number(), changes: v.partial(PlacardSchema) }),
  answer: v.object({ placard: PlacardSchema, version: v.number() }),
  problems: [404, 409, 422],
});

export const prepareAsset = endpoint({
  method: 'POST',
  path: '/api/assets/{id}/prepare',
  summary: 'Make the renditions that are missing',
  roles: EDITORS,
  params: ById,
  answer: v.object({ job: v.string() }),
  problems: [404],
});
