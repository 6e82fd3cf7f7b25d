import * as v from 'valibot';
import { isPlainAddress } from './link.ts';

/** What is known of a film that a host keeps, where it is that film that stands here. */
export const HostedFilmSchema = v.object({
  title: v.pipe(v.string(), v.maxLength(500)),
  owner: v.pipe(v.string(), v.maxLength(300)),
  /** Its length; 0 where nobody says. */
  seconds: v.pipe(v.number(), v.minValue(0), v.maxValue(1_000_000)),
  /** The address of a still of it on the host, where that is known. */
  still: v.optional(
    v.pipe(
      v.string(),
      v.maxLength(4096),
      v.check((href) => /^https?:/i.test(href)),
    ),
  ),
  page: v.pipe(
    v.string(),
    v.check((href) => /^https?:/i.test(href) && isPlainAddress(href)),
  ),
});
