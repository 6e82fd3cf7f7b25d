export { licenceOfDeed } from './ofdeed.ts';
export { LICENCES, termsOf, type Duty, type Permission, type Terms } from './terms.ts';
export { termsInWords, type TermLine } from './inwords.ts';
export { VERDICTS, verdictOf, type Verdict } from './verdict.ts';
