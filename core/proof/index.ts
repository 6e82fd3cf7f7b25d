export { checkPage, nextChange, pageWeight } from './check.ts';
export { stops, type Finding } from './finding.ts';
export type { Remedy } from './remedy.ts';
export type { CheckContext, HostStanding } from './rules/rule.ts';
