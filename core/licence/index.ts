export { licenceOfDeed } from './ofdeed.ts';
export { isOwnTerms, LICENCES, termsOf } from './licences.ts';
export { PERMISSIONS, type Duty, type Family, type Permission, type Terms } from './terms.ts';
export { MAY, MUST, termsInWords } from './inwords.ts';
export { mayWe, type OnFile, type Use } from './maywe.ts';
export { APPROVALS, FIRST_POLICY, pageUse } from './policy.ts';
export { VERDICTS, type Verdict } from './verdict.ts';
