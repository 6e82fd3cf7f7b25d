import { CaptionBoundsSchema } from '../captions/judge.ts';
import * as v from 'valibot';
import { APPROVALS } from '../licence/policy.ts';
import { DUTIES, FAMILIES, PERMISSIONS } from '../licence/terms.ts';
import { isCountry, isTimeZone } from '../text/index.ts';
import { endpoint, KEEPERS, REVIEWERS } from './endpoint.ts';
import { ById } from './holdings.ts';

const words = (longest: number) => v.pipe(v.string(), v.trim(), v.maxLength(longest));

/** Which place of a text something rests on. */
export const ClauseSchema = v.object({ text: v.string(), address: v.optional(v.string()) });

const OwnTermsSchema = v.object({
  name: v.pipe(words(120), v.minLength(1, 'Give the terms a name.')),
  short: words(80),
  deed: v.pipe(
    words(2000),
    v.check((text) => text === '' || /^https?:\/\//i.test(text), 'This is not a web address.'),
  ),
  permits: v.array(v.picklist(PERMISSIONS)),
  requires: v.array(v.picklist(DUTIES)),
  source: words(500),
});
export type OwnTerms = v.InferOutput<typeof OwnTermsSchema>;

/** Terms as placards name them (ccREL). */
export const TermsSchema = v.object({
  id: v.string(),
  name: v.string(),
  short: v.string(),
  family: v.picklist(FAMILIES),
  deed: v.optional(v.string()),
  permits: v.array(v.picklist(PERMISSIONS)),
  requires: v.array(v.picklist(DUTIES)),
  prohibits: v.array(v.picklist(PERMISSIONS)),
  clauses: v.record(v.string(), ClauseSchema),
});

export const addTerms = endpoint({
  method: 'POST',
  path: '/api/terms',
  summary: 'Add terms of the organisation’s own to the list; what they do not permit they prohibit',
  roles: REVIEWERS,
  body: OwnTermsSchema,
  answer: v.object({ id: v.string() }),
  problems: [409],
});

export const changeTerms = endpoint({
  method: 'PUT',
  path: '/api/terms/{id}',
  summary: 'Change terms of the organisation’s own, for every placard that names them',
  roles: REVIEWERS,
  params: ById,
  body: OwnTermsSchema,
  answer: v.object({}),
  problems: [404],
});

export const removeTerms = endpoint({
  method: 'DELETE',
  path: '/api/terms/{id}',
  summary: 'Take terms of the organisation’s own off the list; refused while placards name them',
  roles: REVIEWERS,
  params: ById,
  answer: v.object({}),
  problems: [404, 409],
});

export const PolicySchema = v.object({
  /** Whether the site serves commercial advantage or payment. */
  commercial: v.boolean(),
  /** The countries it is for (ISO 3166-1 alpha-2); none for everywhere. */
  territory: v.array(
    v.pipe(v.string(), v.check(isCountry, 'Write countries by their two letters, like AT, DE.')),
  ),
  /** Where its days begin and end (IANA time zone). */
  timeZone: v.optional(
    v.pipe(v.string(), v.check(isTimeZone, 'There is no such time zone. Write it as in Europe/Prague.')),
    'UTC',
  ),
  approval: v.picklist(APPROVALS),
  /** Whether, where everything has to be approved, that goes for our own work too. */
  ownWork: v.optional(v.boolean(), false),
  /** How captions are to be; as `USUAL_BOUNDS` where nothing is said. */
  captions: v.optional(CaptionBoundsSchema),
});
export type Policy = v.InferOutput<typeof PolicySchema>;

export const setPolicy = endpoint({
  method: 'PUT',
  path: '/api/site/policy',
  summary: 'Say what the site is for, and whose terms a reviewer has to approve',
  roles: KEEPERS,
  body: PolicySchema,
  answer: v.object({}),
});
