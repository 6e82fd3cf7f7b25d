import * as v from 'valibot';
import { languageName } from '../text/index.ts';

/** A language as a tag of BCP 47: “en”, “de-AT”. */
export const LanguageSchema = v.pipe(
  v.string(),
  v.trim(),
  v.check(
    (tag) => languageName(tag) !== null,
    'This is no language. It is written like “en”, or with its country, “de-AT”.',
  ),
);
