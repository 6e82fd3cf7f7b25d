import * as v from 'valibot';
import { ChoiceSchema } from '../embed/choice.ts';
import { DroppedSchema } from '../embed/dropped.ts';
import { FrameSchema, SANDBOX_TOKENS } from '../embed/frame.ts';
import { BlockSchema } from '../page/document.ts';
import { FindingSchema } from '../proof/finding.ts';
import { EDITORS, endpoint, EVERYONE } from './endpoint.ts';
import { HostReviewSchema } from './hosts.ts';

export const UnpackedSchema = v.object({
  form: v.string(),
  html: v.string(),
  frame: v.nullable(FrameSchema),
  choices: v.array(ChoiceSchema),
  parts: v.array(v.string()),
  dropped: v.array(DroppedSchema),
  origins: v.array(v.string()),
  csp: v.record(v.string(), v.array(v.string())),
  findings: v.array(FindingSchema),
});

/** How a host that a choice asks was reviewed. */
const HostSaidSchema = v.object({ host: v.string(), review: HostReviewSchema, note: v.string() });

/** What was found out by asking a host about an address. */
const AskedSchema = v.object({
  /** What the host answered, in sentences: whether it has an embed, and whether it lets itself be framed. */
  says: v.array(v.string()),
  /** The picture that the host shows of it, small, on the users'-content origin; null for none. */
  preview: v.nullable(v.string()),
  /** Who made it, as the host says; empty where it does not. */
  creator: v.string(),
  /** A photo of the host that can be brought in, with what it says of its rights. */
  photo: v.nullable(v.object({ address: v.string(), title: v.string(), creator: v.string() })),
});

const UnpackAnswer = v.object({
  unpacked: UnpackedSchema,
  /** The hosts that the choices ask. */
  hosts: v.array(HostSaidSchema),
  /** Present where the host was asked. */
  asked: v.optional(AskedSchema),
});
export type UnpackAnswer = v.InferOutput<typeof UnpackAnswer>;

export const unpackEmbed = endpoint({
  method: 'POST',
  path: '/api/embeds/unpack',
  summary: 'Take pasted embed code apart and keep what is safe',
  roles: EVERYONE,
  body: v.object({ code: v.pipe(v.string(), v.maxLength(2_000_000)) }),
  answer: UnpackAnswer,
});

export const askAddress = endpoint({
  method: 'POST',
  path: '/api/embeds/ask',
  summary:
    'Ask the host of an address what it has to embed (oEmbed 1.0), and whether it lets itself be framed',
  roles: EDITORS,
  body: v.object({ address: v.pipe(v.string(), v.trim(), v.maxLength(2000)) }),
  answer: UnpackAnswer,
  problems: [422],
});

export const previewEmbed = endpoint({
  method: 'POST',
  path: '/api/embeds/preview',
  summary: 'Addresses on the users’-content origin that show something embedded as visitors get it',
  roles: EVERYONE,
  body: v.object({ block: BlockSchema }),
  answer: v.object({
    preview: v.string(),
    /** Where a box tells how high it is and what it asks for; null for all else. */
    measure: v.nullable(v.string()),
  }),
  problems: [422],
});

const FramingAnswer = v.object({
  may: v.boolean(),
  says: v.string(),
  /** Its host answered: what it says holds, and is not only what could be found out from here. */
  answered: v.boolean(),
  /** The words of a sandbox that its page is seen to need. */
  wants: v.array(v.picklist(SANDBOX_TOKENS)),
});
/** What a host answers of being framed, and what the page that it frames is seen to need of its sandbox. */
export type FramingAnswer = v.InferOutput<typeof FramingAnswer>;

export const askFraming = endpoint({
  method: 'POST',
  path: '/api/embeds/framing',
  summary: 'Ask an address whether it is there, and lets itself be framed',
  roles: EDITORS,
  body: v.object({ frame: FrameSchema }),
  answer: FramingAnswer,
  problems: [422],
});
