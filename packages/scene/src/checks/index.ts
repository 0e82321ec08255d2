export { checkFitted, checkJob, checkMachine, checkRow } from './check';
export type { CheckedJob, CheckedRow } from './check';
export type { Finding, FindingKind, FindingStep, MendProposal } from './finding';
export type { RowContext } from './rule';
