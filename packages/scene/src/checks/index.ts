export { checkFitted, checkJob, checkMachine, checkRow } from './check';
export type { CheckedJob, CheckedRow } from './check';
export type { Finding, FindingKind } from './finding';
export type { FindingStep, MendProposal } from './found';
export type { RowContext } from './rule';
