import * as v from 'valibot';
import { PlacardSchema } from '../credit/placard.ts';
import { COLOURS } from '../colour/index.ts';
import { EDITORS, endpoint, EVERYONE, NumberOfPageSchema } from './endpoint.ts';
import { ById, FactsSchema, IdSchema, KindSchema, SHAPES, VisibilitySchema, whole } from './holdings.ts';

const AddressSchema = v.pipe(v.string(), v.trim(), v.minLength(1, 'Give an address.'), v.maxLength(2000));
const Sha256Schema = v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'This is no SHA-256.'));

/** Something held or arriving that looks the same: the same picture in another size or compression. */
const AlikeSchema = v.object({
  asset: v.nullable(v.string()),
  title: v.string(),
  thumbnail: v.nullable(v.string()),
  width: v.number(),
  height: v.number(),
  bytes: v.number(),
});
export type Alike = v.InferOutput<typeof AlikeSchema>;

export const ArrivalSchema = v.object({
  id: v.string(),
  fileName: v.string(),
  bytes: v.number(),
  state: v.picklist(['sending', 'fetching', 'reading', 'ready', 'refused']),
  /** Bytes received so far, of a file still coming. */
  received: v.number(),
  /** Why it was refused, in a sentence. */
  says: v.nullable(v.string()),
  facts: v.nullable(FactsSchema),
  /** A title proposed from what its source says, or its name; empty when neither says anything. */
  proposedTitle: v.string(),
  /** What its source says of it; goes onto the placard when it is accepted. */
  label: v.partial(PlacardSchema),
  /** Where it was fetched from; null for files that were sent. */
  address: v.nullable(v.string()),
  /** True of a comp's original, which takes its place by itself unless it does not look like it. */
  forComp: v.boolean(),
  /** A small picture of it, on the users'-content origin. */
  thumbnail: v.nullable(v.string()),
  /** An asset that has the same bytes. */
  sameAs: v.nullable(v.object({ id: v.string(), title: v.string() })),
  alike: v.array(AlikeSchema),
  arrivedAt: v.string(),
  by: v.string(),
});
export type Arrival = v.InferOutput<typeof ArrivalSchema>;

/** What is decided about an arrival before it is accepted. */
const WishSchema = v.object({
  id: IdSchema,
  title: v.pipe(v.string(), v.trim(), v.maxLength(300)),
  section: IdSchema,
  visibility: v.optional(VisibilitySchema, 'public'),
  /** The largest width wanted, in pixels; null for as large as the site's measures. */
  widest: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(16), v.maxValue(20_000))), null),
  /** When the name is taken: keep both and number it, put the file in the other's place everywhere, or leave it. */
  taken: v.optional(v.picklist(['number', 'replace', 'skip']), 'number'),
  /** An asset whose file it takes the place of, in every page. */
  instead: v.optional(IdSchema),
});
export type Wish = v.InferOutput<typeof WishSchema>;
const WishesSchema = v.object({
  arrivals: v.pipe(v.array(WishSchema), v.minLength(1), v.maxLength(5000)),
});

export const listArrivals = endpoint({
  method: 'GET',
  path: '/api/arrivals',
  summary: 'What has come in and is not yet accepted',
  roles: EVERYONE,
  answer: v.array(ArrivalSchema),
});

export const planArrivals = endpoint({
  method: 'POST',
  path: '/api/arrivals/plan',
  summary: 'What accepting would do: the name each would get, and who has it already. Changes nothing',
  roles: EDITORS,
  body: WishesSchema,
  answer: v.array(
    v.object({
      id: v.string(),
      name: v.string(),
      takenBy: v.nullable(v.object({ id: v.string(), title: v.string() })),
    }),
  ),
});
export type Planned = v.InferOutput<typeof planArrivals.answer>[number];

export const acceptArrivals = endpoint({
  method: 'POST',
  path: '/api/arrivals/accept',
  summary: 'Take arrivals into the holdings',
  roles: EDITORS,
  body: WishesSchema,
  answer: v.object({
    accepted: v.array(v.object({ arrival: v.string(), asset: v.string() })),
    left: v.array(v.object({ arrival: v.string(), says: v.string() })),
  }),
});

export const discardArrival = endpoint({
  method: 'DELETE',
  path: '/api/arrivals/{id}',
  summary: 'Send an arrival away, stopping its upload if it is still coming',
  roles: EDITORS,
  params: ById,
  answer: v.object({}),
  problems: [404],
});

export const becameOf = endpoint({
  method: 'GET',
  path: '/api/arrivals/{id}/asset',
  summary: 'The asset that an arrival was accepted as; null where it was not, or was discarded',
  roles: EVERYONE,
  params: ById,
  answer: v.object({ asset: v.nullable(v.string()) }),
});

export const knownFiles = endpoint({
  method: 'POST',
  path: '/api/arrivals/known',
  summary: 'Which of these files are here already, by the SHA-256 of their bytes; asked before sending them',
  roles: EDITORS,
  body: v.object({ sha256: v.pipe(v.array(Sha256Schema), v.maxLength(5000)) }),
  answer: v.array(v.object({ sha256: v.string(), asset: v.nullable(v.string()), title: v.string() })),
});

const FoundSchema = v.object({
  address: v.string(),
  kind: KindSchema,
  /** A small picture of it on the users'-content origin, made by us. */
  preview: v.nullable(v.string()),
  /** What its page says of it. */
  label: v.partial(PlacardSchema),
  /** The licence's address as the page gives it; empty when it gives none. */
  licenceUrl: v.string(),
});
export type Found = v.InferOutput<typeof FoundSchema>;

export const lookAt = endpoint({
  method: 'POST',
  path: '/api/gather/look',
  summary: 'What stands at a web address: a media file, or a page and the media on it',
  roles: EDITORS,
  body: v.object({ address: AddressSchema }),
  answer: v.object({
    kind: v.picklist(['media', 'page']),
    /** Where it was found in the end. */
    address: v.string(),
    title: v.string(),
    bytes: v.nullable(v.number()),
    found: v.array(FoundSchema),
  }),
  problems: [422],
});
export type Looked = v.InferOutput<typeof lookAt.answer>;

export const fetchMedia = endpoint({
  method: 'POST',
  path: '/api/gather/fetch',
  summary: 'Fetch media from the web into the arrivals, with what is known of them',
  roles: EDITORS,
  body: v.object({
    items: v.pipe(
      v.array(v.object({ address: AddressSchema, label: v.optional(v.partial(PlacardSchema), {}) })),
      v.minLength(1),
      v.maxLength(200),
    ),
  }),
  answer: v.object({ arrivals: v.array(v.string()) }),
  problems: [422],
});

export const CATALOGUE_KINDS = ['photograph', 'drawing', 'diagram'] as const;

const CatalogueItemSchema = v.object({ ...FoundSchema.entries, width: v.number(), height: v.number() });
export type CatalogueItem = v.InferOutput<typeof CatalogueItemSchema>;

export const searchCatalogue = endpoint({
  method: 'GET',
  path: '/api/gather/catalogue',
  summary: 'Search the freely licensed catalogue',
  roles: EDITORS,
  query: v.object({
    words: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
    colour: v.optional(v.picklist(COLOURS)),
    shape: v.optional(v.picklist(SHAPES)),
    kind: v.optional(v.picklist(CATALOGUE_KINDS)),
    /** `yes` leaves out what may not be used commercially. */
    commercial: v.optional(v.literal('yes')),
    /** `yes` leaves out what may not be changed. */
    changes: v.optional(v.literal('yes')),
    page: NumberOfPageSchema,
  }),
  answer: v.object({ name: v.string(), total: v.number(), items: v.array(CatalogueItemSchema) }),
  problems: [422],
});

export const searchAgency = endpoint({
  method: 'GET',
  path: '/api/gather/agency',
  summary: 'Search the picture agency; what is taken from it is a comp until it is bought',
  roles: EDITORS,
  query: v.object({
    words: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
    page: NumberOfPageSchema,
  }),
  answer: v.object({ name: v.string(), total: v.number(), items: v.array(CatalogueItemSchema) }),
  problems: [422],
});

export const openFolder = endpoint({
  method: 'GET',
  path: '/api/gather/folders',
  summary: 'What lies in a connected folder; at the top where none is named',
  roles: EDITORS,
  query: v.object({
    folder: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
    page: NumberOfPageSchema,
  }),
  answer: v.object({
    name: v.string(),
    path: v.array(v.object({ id: v.string(), title: v.string() })),
    folders: v.array(v.object({ id: v.string(), title: v.string(), count: v.number() })),
    total: v.number(),
    items: v.array(CatalogueItemSchema),
  }),
  problems: [422],
});

const CompSchema = v.object({
  asset: v.string(),
  title: v.string(),
  pictureId: v.string(),
  source: v.string(),
  /** True once the original stands in its place. */
  swapped: v.boolean(),
  thumbnail: v.nullable(v.string()),
  /** The page where it is bought; null once swapped, and for comps of no known agency. */
  buyAt: v.nullable(v.string()),
  /** Its original while that is brought in, or once something was in its way: `says` what, in a sentence. */
  coming: v.nullable(
    v.object({
      arrival: v.string(),
      state: ArrivalSchema.entries.state,
      thumbnail: v.nullable(v.string()),
      says: v.nullable(v.string()),
    }),
  ),
  pages: v.array(v.object({ id: v.string(), title: v.string() })),
});
export type Comp = v.InferOutput<typeof CompSchema>;

export const listComps = endpoint({
  method: 'GET',
  path: '/api/comps',
  summary:
    'Comps that wait for their originals, the newest first, with their pages, and the ones swapped lately',
  roles: EVERYONE,
  query: v.object({ limit: v.optional(whole(1, 500), '50') }),
  answer: v.object({
    comps: v.array(CompSchema),
    /** How many wait altogether. */
    waiting: v.number(),
  }),
});

export const swapComp = endpoint({
  method: 'POST',
  path: '/api/comps/{id}/swap',
  summary:
    'Put the original in the place of a comp everywhere, at once if it has arrived, else when it has been fetched from the agency; 409 when it does not look like it and `sure` is not said',
  roles: EDITORS,
  params: ById,
  body: v.object({
    /** An arrival that is the original; without it the agency is asked, and it arrives first. */
    arrival: v.optional(IdSchema),
    sure: v.optional(v.boolean(), false),
  }),
  answer: v.object({}),
  problems: [404, 409, 422],
});

export const undoSwap = endpoint({
  method: 'POST',
  path: '/api/comps/{id}/swap-back',
  summary: 'Take a swap back',
  roles: EDITORS,
  params: ById,
  answer: v.object({}),
  problems: [404],
});
