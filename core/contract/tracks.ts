import * as v from 'valibot';
import { TRACK_KINDS } from '../captions/trackkind.ts';
import { EDITORS, endpoint, EVERYONE } from './endpoint.ts';
import { ById, IdSchema, TrackSchema, whole } from './holdings.ts';
import { LanguageSchema } from './language.ts';

export const putCaptions = endpoint({
  method: 'PUT',
  path: '/api/assets/{id}/captions',
  summary:
    'Attach a track (WebVTT or SRT) to a film or sound, replacing the one of its kind and language; refused when somebody wrote it since `version`',
  roles: EDITORS,
  params: ById,
  body: v.object({
    kind: v.optional(v.picklist(TRACK_KINDS), 'captions'),
    language: LanguageSchema,
    label: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(60)),
    text: v.pipe(v.string(), v.maxLength(1_000_000)),
    /** What it was when it was opened; 0 for one that was not there. Whatever stands there is replaced where nothing is said. */
    version: v.optional(v.number()),
  }),
  answer: v.object({ tracks: v.array(TrackSchema), version: v.number() }),
  problems: [404, 409, 422],
});

export const readTrack = endpoint({
  method: 'GET',
  path: '/api/tracks/{id}',
  summary: 'A track of a film or sound with what it says, as WebVTT',
  roles: EVERYONE,
  params: v.object({ id: IdSchema }),
  answer: v.object({
    asset: v.string(),
    kind: v.picklist(TRACK_KINDS),
    language: v.string(),
    label: v.string(),
    version: v.number(),
    text: v.string(),
  }),
  problems: [404],
});

export const removeTrack = endpoint({
  method: 'DELETE',
  path: '/api/tracks/{id}',
  summary: 'Take a track off a film or sound',
  roles: EDITORS,
  params: v.object({ id: IdSchema }),
  /** The version that is meant; whichever there is, where none is said. */
  query: v.object({ version: v.optional(whole(1, 1_000_000)) }),
  answer: v.object({}),
  problems: [404, 409],
});

/** How loud something is (EBU R 128, ITU-R BS.1770). */
const LoudnessSchema = v.object({
  /** Of the whole, in LUFS. */
  integrated: v.number(),
  /** From quiet to loud, in LU. */
  range: v.number(),
  /** The highest true peak, in dBTP. */
  peak: v.number(),
});
export type Loudness = v.InferOutput<typeof LoudnessSchema>;

const SoundSchema = v.object({
  state: v.picklist(['none', 'working', 'there', 'silent', 'failed']),
  /** Where its peaks are on the users'-content origin: one signed byte each, at an even pace. */
  peaks: v.nullable(v.string()),
  loudness: v.nullable(LoudnessSchema),
  says: v.nullable(v.string()),
});
export type Sound = v.InferOutput<typeof SoundSchema>;

export const readSound = endpoint({
  method: 'GET',
  path: '/api/assets/{id}/sound',
  summary: 'How the sound of a film looks drawn, and how loud it is',
  roles: EVERYONE,
  params: ById,
  answer: SoundSchema,
  problems: [404],
});

export const drawSound = endpoint({
  method: 'POST',
  path: '/api/assets/{id}/sound',
  summary: 'Ask for the sound of a film to be drawn and measured',
  roles: EDITORS,
  params: ById,
  answer: v.object({}),
  problems: [404, 422],
});
