export { licenceOfDeed } from './ofdeed.ts';
export {
  DUTIES,
  isLicence,
  isOwnTerms,
  LICENCES,
  PERMISSIONS,
  termsOf,
  type Clause,
  type Duty,
  type Family,
  type Permission,
  type Terms,
} from './terms.ts';
export { deedIn } from './deedin.ts';
export { MAY, MUST, termsInWords, type TermLine } from './inwords.ts';
export {
  mayWe,
  NO_LIMITS,
  NOTHING_ON_FILE,
  type Answer,
  type Limits,
  type Obligation,
  type OnFile,
  type Reason,
  type Use,
} from './maywe.ts';
export { APPROVALS, FIRST_POLICY, needsApproval, standingUse, type SitePolicy } from './policy.ts';
export { together } from './sharealike.ts';
export { VERDICTS, type Verdict } from './verdict.ts';
