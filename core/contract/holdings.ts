import * as v from 'valibot';
import { PlacardSchema } from '../credit/placard.ts';
import { EDITORS, endpoint, EVERYONE } from './endpoint.ts';

export const IdSchema = v.pipe(v.string(), v.regex(/^[a-zA-Z0-9_-]{6,40}$/, 'This is not an id.'));
export const ById = v.object({ id: IdSchema });
export const KindSchema = v.picklist(['picture', 'film', 'sound']);
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
  animated: v.boolean(),
  transparent: v.boolean(),
  /** Exif orientation 1–8 as it came. */
  orientation: v.number(),
  /** Compact placeholder, base64 (ThumbHash). */
  thumbhash: v.nullable(v.string()),
});
export type Facts = v.InferOutput<typeof FactsSchema>;

export const RenditionSchema = v.object({
  width: v.number(),
  height: v.number(),
  mime: v.string(),
  bytes: v.number(),
  url: v.string(),
});

export const TrackSchema = v.object({ language: v.string(), label: v.string(), url: v.string() });

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
  uses: v.number(),
  prepared: v.picklist(['waiting', 'working', 'done', 'failed']),
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

export const listAssets = endpoint({
  method: 'GET',
  path: '/api/assets',
  summary: 'Holdings, newest first',
  roles: EVERYONE,
  query: v.object({
    words: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
    kind: v.optional(KindSchema),
    section: v.optional(IdSchema),
    lacking: v.optional(v.picklist(['label', 'prep'])),
    before: v.optional(v.pipe(v.string(), v.maxLength(60))),
    limit: v.optional(
      v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(500)),
      '200',
    ),
  }),
  answer: v.object({ assets: v.array(AssetSchema), total: v.number(), next: v.nullable(v.string()) }),
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
  problems: [404, 409],
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

export const putCaptions = endpoint({
  method: 'PUT',
  path: '/api/assets/{id}/captions',
  summary: 'Attach a captions track (WebVTT) to a film, replacing the one in the same language',
  roles: EDITORS,
  params: ById,
  body: v.object({
    language: v.pipe(
      v.string(),
      v.regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'Say the language as a code like “en”.'),
    ),
    label: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(60)),
    text: v.pipe(v.string(), v.maxLength(1_000_000)),
  }),
  answer: v.object({ tracks: v.array(TrackSchema) }),
  problems: [404, 422],
});
