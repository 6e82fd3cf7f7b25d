export { checkPage, pageWeight, type CheckContext, type HostStanding } from './check.ts';
export { FindingSchema, type Finding } from './finding.ts';
