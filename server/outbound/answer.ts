import * as v from 'valibot';
import { Refused } from '../imaging/formats.ts';

/** Reads what a service answered in JSON. Throws Refused, naming the service, when it is not what was agreed. */
export function readAnswer<S extends v.GenericSchema>(
  service: string,
  text: string,
  schema: S,
): v.InferOutput<S> {
  const answer = v.safeParse(v.pipe(v.string(), v.parseJson(), schema), text);
  if (!answer.success) throw new Refused(`${service} answered something that could not be understood.`);
  return answer.output;
}
