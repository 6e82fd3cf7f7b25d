import * as v from 'valibot';
import { RemedySchema } from './remedy.ts';

/**
 * One fact or doubt about something, with what to do about it. Screens, the
 * interface for programs and the command line all show the same findings.
 *
 * `stop` keeps a page from being handed off, `warn` should be looked at, `note` is good to know.
 */
export const FindingSchema = v.object({
  rule: v.string(),
  severity: v.picklist(['stop', 'warn', 'note']),
  /** The placement or block the finding is about; absent when it is about the whole. */
  where: v.optional(v.string()),
  says: v.string(),
  /** What to do about it, in words. */
  remedy: v.string(),
  /** What can be done about it at once. */
  remedies: v.optional(v.array(RemedySchema)),
  /** Who let it go, and why: it keeps nothing back any more. */
  waived: v.optional(v.object({ id: v.string(), by: v.string(), reason: v.string(), at: v.string() })),
});

export type Finding = v.InferOutput<typeof FindingSchema>;

/** True for what keeps a page from being handed off. */
export const stops = ({ severity, waived }: Finding): boolean => severity === 'stop' && waived === undefined;
