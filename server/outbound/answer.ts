import * as v from 'valibot';
import { unfit } from '../refusal.ts';

/** Reads what a service answered in JSON. Throws unfit, naming the service, when it is not what was agreed. */
export function readAnswer<S extends v.GenericSchema>(
  service: string,
  text: string,
  schema: S,
): v.InferOutput<S> {
  const answer = v.safeParse(v.pipe(v.string(), v.parseJson(), schema), text);
  if (!answer.success) throw unfit(`${service} answered something that could not be understood.`);
  return answer.output;
}

/**
 * Text as one step of a path (RFC 3986, section 3.3), which never leads up or on. Throws unfit for what would,
 * since an address takes `.` and `..` for steps however they are encoded.
 */
export function pathStep(text: string): string {
  if (text === '' || text === '.' || text === '..') throw unfit('There is nothing of this name.');
  return encodeURIComponent(text);
}
