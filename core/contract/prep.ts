import * as v from 'valibot';
import { PreparationSchema, SheetSchema } from '../prep/preparation.ts';
import { ToneSchema } from '../prep/edit.ts';
import { EDITORS, endpoint, EVERYONE } from './endpoint.ts';
import { ById, IdSchema } from './holdings.ts';

const RenditionSchema = v.object({
  screen: v.picklist(['wide', 'narrow']),
  width: v.number(),
  height: v.number(),
  mime: v.string(),
  /** Of what plays (RFC 6381); empty where nobody is sure. */
  codecs: v.string(),
  bytes: v.number(),
  /** In the encoder's own scale, 1 to 100; null where nothing is lost. */
  quality: v.nullable(v.number()),
  /** Mean SSIM to the uncompressed picture, where it was measured. */
  likeness: v.nullable(v.number()),
  url: v.string(),
});

const VersionLineSchema = v.object({
  id: v.string(),
  number: v.number(),
  preparation: PreparationSchema,
  width: v.number(),
  height: v.number(),
  original: v.object({ width: v.number(), height: v.number(), sha256: v.string() }),
  thumbnail: v.nullable(v.string()),
  by: v.string(),
  at: v.string(),
  /** `next` takes the current one's place once its renditions are made. */
  state: v.picklist(['current', 'next', 'kept']),
  /** Pages with a place that has this version though the asset has another. */
  onlyIn: v.array(v.object({ id: v.string(), title: v.string() })),
  renditions: v.array(RenditionSchema),
});
export type VersionLine = v.InferOutput<typeof VersionLineSchema>;

export const listVersions = endpoint({
  method: 'GET',
  path: '/api/assets/{id}/versions',
  summary: 'The versions of an asset, the last first',
  roles: EVERYONE,
  params: ById,
  answer: v.array(VersionLineSchema),
  problems: [404],
});

export const openForPrep = endpoint({
  method: 'GET',
  path: '/api/assets/{id}/prep',
  summary:
    'What editing a picture needs: itself unedited at a size for screens, and the tone that would improve it',
  roles: EVERYONE,
  params: ById,
  answer: v.object({
    /** The upright original, at most 1,600 pixels wide or high. */
    preview: v.string(),
    improved: ToneSchema,
  }),
  problems: [404, 422],
});

export const saveVersion = endpoint({
  method: 'POST',
  path: '/api/assets/{id}/versions',
  summary: 'Keep a new version of a picture, film or sound, and say where it is used',
  roles: EDITORS,
  params: ById,
  body: v.object({
    preparation: PreparationSchema,
    use: v.union([
      v.picklist(['everywhere', 'nowhere']),
      v.object({ page: IdSchema, place: v.pipe(v.string(), v.maxLength(40)) }),
    ]),
  }),
  answer: v.object({ id: v.string() }),
  problems: [404, 422],
});

export const openFilm = endpoint({
  method: 'GET',
  path: '/api/assets/{id}/film',
  summary: 'What preparing a film needs: its frames, and which lighter files were not worth making',
  roles: EVERYONE,
  params: ById,
  answer: v.object({
    /** Where its frames are: `?at=` takes seconds, `&width=` one of a few widths in pixels. Null for a sound. */
    frames: v.nullable(v.string()),
    spared: v.array(v.string()),
  }),
  problems: [404, 422],
});

export const makeLighter = endpoint({
  method: 'POST',
  path: '/api/assets/{id}/film/lighter',
  summary: 'Ask for the lighter files of what moves or sounds that are missing',
  roles: EDITORS,
  params: ById,
  answer: v.object({}),
  problems: [404],
});

export const stopLighter = endpoint({
  method: 'DELETE',
  path: '/api/assets/{id}/film/lighter',
  summary: 'Take that back while it is being done; files that are made by then stay',
  roles: EDITORS,
  params: ById,
  answer: v.object({}),
  problems: [404],
});

export const chooseVersion = endpoint({
  method: 'POST',
  path: '/api/assets/{id}/versions/{version}/use',
  summary: 'Put an earlier or kept version in the asset’s place, everywhere',
  roles: EDITORS,
  params: v.object({ id: IdSchema, version: IdSchema }),
  answer: v.object({}),
  problems: [404, 422],
});

const SheetNameSchema = v.pipe(
  v.string(),
  v.trim(),
  v.minLength(1, 'Give the sheet a name.'),
  v.maxLength(120),
);
const PrepSheetSchema = v.object({
  id: v.string(),
  name: v.string(),
  sheet: SheetSchema,
  version: v.number(),
  /** Sections whose pictures are prepared by it unless another is chosen. */
  sections: v.array(v.string()),
});
export type PrepSheet = v.InferOutput<typeof PrepSheetSchema>;

export const listPrepSheets = endpoint({
  method: 'GET',
  path: '/api/prep-sheets',
  summary: 'The saved prep sheets, by name',
  roles: EVERYONE,
  answer: v.array(PrepSheetSchema),
});

export const createPrepSheet = endpoint({
  method: 'POST',
  path: '/api/prep-sheets',
  summary: 'Save a prep sheet under a name of its own',
  roles: EDITORS,
  body: v.object({ name: SheetNameSchema, sheet: SheetSchema }),
  answer: v.object({ id: v.string() }),
  problems: [409],
});

export const changePrepSheet = endpoint({
  method: 'PUT',
  path: '/api/prep-sheets/{id}',
  summary: 'Change a prep sheet, its name and its sections; refused when somebody changed it since `version`',
  roles: EDITORS,
  params: ById,
  body: v.object({
    version: v.number(),
    name: SheetNameSchema,
    sheet: SheetSchema,
    sections: v.optional(v.array(IdSchema)),
  }),
  answer: v.object({ version: v.number() }),
  problems: [404, 409],
});

export const removePrepSheet = endpoint({
  method: 'DELETE',
  path: '/api/prep-sheets/{id}',
  summary: 'Remove a prep sheet; what was prepared by it stays as it is',
  roles: EDITORS,
  params: ById,
  answer: v.object({}),
  problems: [404],
});

const BatchSchema = v.object({
  id: v.string(),
  sheetName: v.string(),
  state: v.picklist(['working', 'done', 'cancelled']),
  by: v.string(),
  startedAt: v.string(),
  endedAt: v.nullable(v.string()),
  /** Since it began, until it ended. */
  seconds: v.number(),
  total: v.number(),
  done: v.number(),
  failed: v.number(),
  /** Not begun when it was cancelled. */
  left: v.number(),
  /** The one being worked on. */
  now: v.nullable(v.string()),
  /** Bytes of what a wide screen loads of the pictures done, before and after. */
  before: v.number(),
  after: v.number(),
  failures: v.array(v.object({ asset: v.string(), title: v.string(), says: v.string() })),
});
export type Batch = v.InferOutput<typeof BatchSchema>;

export const listBatches = endpoint({
  method: 'GET',
  path: '/api/batches',
  summary: 'The batches of the last days, the newest first',
  roles: EVERYONE,
  answer: v.array(BatchSchema),
});

export const startBatch = endpoint({
  method: 'POST',
  path: '/api/batches',
  summary: 'Prepare many pictures by one sheet',
  roles: EDITORS,
  body: v.object({
    assets: v.pipe(v.array(IdSchema), v.minLength(1, 'Choose some pictures first.'), v.maxLength(5000)),
    sheetName: v.pipe(v.string(), v.trim(), v.maxLength(120)),
    sheet: SheetSchema,
  }),
  answer: v.object({ id: v.string(), total: v.number() }),
  problems: [422],
});

export const cancelBatch = endpoint({
  method: 'POST',
  path: '/api/batches/{id}/cancel',
  summary: 'Stop a batch: what is done is kept, what is not begun is left',
  roles: EDITORS,
  params: ById,
  answer: v.object({}),
  problems: [404],
});

export const retryBatch = endpoint({
  method: 'POST',
  path: '/api/batches/{id}/retry',
  summary: 'Try the failures of a batch once more, and what was left',
  roles: EDITORS,
  params: ById,
  answer: v.object({}),
  problems: [404],
});

const NameLineSchema = v.object({
  id: v.string(),
  before: v.string(),
  after: v.string(),
  /** Why it cannot be called so; null where it can. */
  says: v.nullable(v.string()),
});
export type NameLine = v.InferOutput<typeof NameLineSchema>;

const PatternSchema = v.pipe(v.string(), v.trim(), v.minLength(1, 'Write a pattern.'), v.maxLength(200));
const AssetsSchema = v.pipe(v.array(IdSchema), v.minLength(1), v.maxLength(5000));

export const planNames = endpoint({
  method: 'POST',
  path: '/api/assets/names/plan',
  summary: 'What a pattern would call these assets, and which of that cannot be',
  roles: EVERYONE,
  body: v.object({ assets: AssetsSchema, pattern: PatternSchema }),
  answer: v.array(NameLineSchema),
  problems: [422],
});

export const renameAssets = endpoint({
  method: 'POST',
  path: '/api/assets/names',
  summary: 'Rename assets, all or none; addresses with their former names lead on to the new ones',
  roles: EDITORS,
  body: v.object({
    names: v.pipe(
      v.array(v.object({ id: IdSchema, before: v.string(), after: v.pipe(v.string(), v.maxLength(100)) })),
      v.minLength(1),
      v.maxLength(5000),
    ),
  }),
  answer: v.object({}),
  problems: [409, 422],
});
