export { checkWhole, nextChange } from './check.ts';
export { pageWeight } from './weight.ts';
export { stops, type Finding } from './finding.ts';
export type { Remedy } from './remedy.ts';
export type { CheckContext, HostReview } from './rules/rule.ts';
