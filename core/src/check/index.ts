export { type CheckResult, type CheckSteps, type Judged, checkPlan, checkTrack, judgePlan } from './check.ts';
export { checkPartner } from './check-partner.ts';
export { changePackedCheck, packCheck, readPackedCheck, unpackCheck } from './pack-result.ts';
