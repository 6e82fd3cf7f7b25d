import * as v from 'valibot';
import { DaySchema, PlacardSchema } from '../credit/placard.ts';
import { EDITORS, endpoint, EVERYONE, REVIEWERS } from './endpoint.ts';
import { ById, IdSchema } from './holdings.ts';
import { ClauseSchema } from './terms.ts';

const words = (longest: number) => v.pipe(v.string(), v.trim(), v.maxLength(longest));
const AnswerSchema = v.object({
  verdict: v.picklist(['yes', 'if', 'no']),
  reasons: v.array(
    v.object({
      weighs: v.picklist(['for', 'condition', 'against']),
      says: v.string(),
      clause: v.optional(ClauseSchema),
    }),
  ),
  owes: v.array(v.object({ duty: v.string(), says: v.string(), clause: v.optional(ClauseSchema) })),
});

export const judgeAsset = endpoint({
  method: 'GET',
  path: '/api/assets/{id}/may-we',
  summary: 'Whether an asset may be used as it is, and as it stands in each page, with the reasons',
  roles: EVERYONE,
  params: ById,
  answer: v.object({
    asItIs: AnswerSchema,
    places: v.array(
      v.object({
        page: v.string(),
        title: v.string(),
        place: v.string(),
        changes: v.array(v.string()),
        /** Whether this place has its own words, so that the label's do not reach it. */
        own: v.array(v.picklist(['alt', 'caption'])),
        /** Alt texts of the pictures before and after it, and where a press on it leads. */
        neighbours: v.array(v.string()),
        linksTo: v.nullable(v.string()),
        answer: AnswerSchema,
      }),
    ),
    /** Titles of other assets with the same alt text, three at most. */
    twins: v.array(v.string()),
  }),
  problems: [404],
});
export type Judged = v.InferOutput<typeof judgeAsset.answer>;

export const PERMISSION_KINDS = ['ours', 'asked', 'bought', 'free'] as const;
export type PermissionKind = (typeof PERMISSION_KINDS)[number];
export type EvidenceKind = 'file' | 'address';

const PermissionSchema = v.object({
  id: v.string(),
  kind: v.picklist(PERMISSION_KINDS),
  giver: v.string(),
  givenOn: v.string(),
  until: v.string(),
  commercial: v.boolean(),
  changes: v.boolean(),
  note: v.string(),
  addedBy: v.string(),
  addedAt: v.string(),
  state: v.picklist(['unchecked', 'approved', 'refused']),
  checkedBy: v.nullable(v.string()),
  checkedAt: v.nullable(v.string()),
  says: v.string(),
  evidence: v.array(
    v.object({
      id: v.string(),
      kind: v.picklist(['file', 'address']),
      name: v.string(),
      address: v.string(),
      bytes: v.number(),
      at: v.string(),
      url: v.string(),
    }),
  ),
});
export type PermissionOnFile = v.InferOutput<typeof PermissionSchema>;

export const listPermissions = endpoint({
  method: 'GET',
  path: '/api/assets/{id}/permissions',
  summary: 'What lies on file of an asset: who allowed its use, when, with what shows it; the newest first',
  roles: EVERYONE,
  params: ById,
  answer: v.array(PermissionSchema),
  problems: [404],
});

export const addPermission = endpoint({
  method: 'POST',
  path: '/api/assets/{id}/permissions',
  summary: 'Put a permission on file; a reviewer looks at it afterwards',
  roles: EVERYONE,
  params: ById,
  body: v.object({
    kind: v.picklist(PERMISSION_KINDS),
    giver: v.pipe(words(300), v.minLength(1, 'Say who gave it.')),
    givenOn: DaySchema,
    until: DaySchema,
    commercial: v.boolean(),
    changes: v.boolean(),
    note: words(2000),
  }),
  answer: v.object({ id: v.string() }),
  problems: [404],
});

/** As many bytes as a file that shows a permission may have. */
export const MOST_EVIDENCE = 2_500_000;

export const addEvidence = endpoint({
  method: 'POST',
  path: '/api/permissions/{id}/evidence',
  summary: 'Attach what shows a permission: a file (base64), or what stands at an address now',
  roles: EVERYONE,
  params: ById,
  body: v.union([
    v.object({ name: v.pipe(words(255), v.minLength(1)), base64: v.pipe(v.string(), v.base64()) }),
    v.object({ address: v.pipe(words(2000), v.url('This is not an address.')) }),
  ]),
  answer: v.object({ id: v.string() }),
  problems: [404, 409, 413, 422],
});

export const decidePermission = endpoint({
  method: 'POST',
  path: '/api/permissions/{id}/decision',
  summary: 'Approve or refuse what lies on file',
  roles: REVIEWERS,
  params: ById,
  body: v.object({ state: v.picklist(['approved', 'refused']), says: words(1000) }),
  answer: v.object({}),
  problems: [404],
});

export const listUnchecked = endpoint({
  method: 'GET',
  path: '/api/permissions/unchecked',
  summary: 'Permissions that nobody has looked at yet, the oldest first',
  roles: EVERYONE,
  answer: v.array(v.object({ asset: v.string(), title: v.string(), permission: PermissionSchema })),
});

export const LABEL_SOURCES = ['placard', 'many', 'sheet', 'swap', 'undo'] as const;
export type LabelSource = (typeof LABEL_SOURCES)[number];

export const listLabelChanges = endpoint({
  method: 'GET',
  path: '/api/assets/{id}/label-changes',
  summary: 'What was changed on a placard, by whom and when, the last first; 200 at most',
  roles: EVERYONE,
  params: ById,
  answer: v.array(
    v.object({
      id: v.string(),
      source: v.picklist(LABEL_SOURCES),
      /** How many placards were changed together. */
      together: v.number(),
      before: v.partial(PlacardSchema),
      after: v.partial(PlacardSchema),
      by: v.string(),
      at: v.string(),
    }),
  ),
  problems: [404],
});
export type LabelChange = v.InferOutput<typeof listLabelChanges.answer>[number];

export const undoLabelChange = endpoint({
  method: 'POST',
  path: '/api/label-changes/{id}/undo',
  summary:
    'Write back what stood there before a change; fields that were changed again since are left and named',
  roles: EVERYONE,
  params: ById,
  answer: v.object({ left: v.array(v.string()) }),
  problems: [404],
});

export const readEmbedded = endpoint({
  method: 'GET',
  path: '/api/assets/{id}/embedded',
  summary: 'What the file itself says (IPTC, XMP, Exif), as fields of a placard',
  roles: EVERYONE,
  params: ById,
  answer: v.partial(PlacardSchema),
  problems: [404],
});

export const listEnding = endpoint({
  method: 'GET',
  path: '/api/labels/ending',
  summary: 'What may be shown only until a day, by that day, with the pages it stands in',
  roles: EVERYONE,
  answer: v.array(
    v.object({
      asset: v.string(),
      title: v.string(),
      kind: v.string(),
      thumbnail: v.nullable(v.string()),
      until: v.string(),
      /** Whether the placard or a permission on file says so. */
      by: v.picklist(['placard', 'permission']),
      pages: v.array(v.object({ id: v.string(), title: v.string() })),
    }),
  ),
});
export type Ending = v.InferOutput<typeof listEnding.answer>[number];

const ReplacedPlaceSchema = v.object({
  page: IdSchema,
  /** The id of the place in it. */
  place: v.string(),
  /** The version that stood there, where that was another than the asset's own. */
  version: v.nullable(v.string()),
});
/** A place in a page where one asset was put instead of another. */
export type ReplacedPlace = v.InferOutput<typeof ReplacedPlaceSchema>;

export const replaceInPages = endpoint({
  method: 'POST',
  path: '/api/assets/{id}/replace',
  summary: 'Put another asset in the place of this one in every page, at the same position, measure and gap',
  roles: EDITORS,
  params: ById,
  body: v.object({
    instead: IdSchema,
    /** Only in these places: what was answered before, to undo it. */
    only: v.optional(v.pipe(v.array(ReplacedPlaceSchema), v.maxLength(5000))),
  }),
  answer: v.object({ pages: v.number(), places: v.array(ReplacedPlaceSchema) }),
  problems: [404, 422],
});
