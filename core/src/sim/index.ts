export { DEMO_CLUB_NAME, DEMO_PLAN, DEMO_STUDENTS } from './club.ts';
export { DEMO_DRILLS, DEMO_PATTERNS, DEMO_PLANS, recordDemoDrill } from './demo-drills.ts';
export { DEMO_FLOORS } from './demo-floors.ts';
export { type FilmOrder, filmScene, type FilmScene, type FilmTruth } from './film.ts';
export type { Figure, Limb, Place3, Shoe } from './figure.ts';
export { sampleWalk, simulate, spreadFaults, TRACKER_DEFAULTS, type TrackerSettings } from './tracker.ts';
export { trueFindings } from './true-findings.ts';
export { canHave, MADE_FAULTS, type MadeFault, SIMULATED_FAULTS, type SimulatedFault } from './makings.ts';
export { type TrueWalk, walk } from './walk.ts';
