export * from './floor/vector.ts';
export * from './floor/polygon.ts';
export * from './floor/floor.ts';
export * from './floor/marks.ts';
export * from './floor/units.ts';
export * from './floor/parse-length.ts';
export * from './floor/setout.ts';
export * from './floor/adjust.ts';
export * from './floor/setout-csv.ts';
export * from './body/proportions.ts';
export * from './body/schools.ts';
export * from './body/stance.ts';
export * from './body/history.ts';
export * from './body/measure.ts';
export * from './body/balance.ts';
export * from './body/taped.ts';
export * from './pattern/plan.ts';
export * from './pattern/zigzag.ts';
export * from './pattern/layouts.ts';
export * from './pattern/footwork.ts';
export * from './pattern/first-foot.ts';
export * from './pattern/step-length.ts';
export * from './pattern/expand.ts';
export * from './pattern/footfalls-csv.ts';
export * from './pattern/plan-svg.ts';
export * from './pattern/flight.ts';
export * from './pattern/pose.ts';
export * from './pattern/faults.ts';
export * from './pattern/verdict.ts';
export * from './pattern/performance.ts';
export * from './pattern/rules.ts';
export * from './range/gap.ts';
export * from './range/strikes.ts';
export * from './range/reach-body.ts';
export * from './range/target-parts.ts';
export * from './range/reach.ts';
export * from './range/reach-chart.ts';
export * from './range/thumb-rules.ts';
export * from './range/compare-schools.ts';
export * from './range/fit-all.ts';
export * from './range/plan-performance.ts';
export * from './range/clean-spacing.ts';
export type {
  FootSamples,
  InputProblem,
  Result,
  Samples,
  TargetSamples,
  Track,
  TrackStrike,
} from './track/track.ts';
export { medianOf, problem, sampleRateHz } from './track/track.ts';
export * from './track/csv.ts';
export * from './track/pack.ts';
export * from './track/detect.ts';
export * from './check/align.ts';
export * from './check/measures.ts';
export * from './check/report.ts';
export * from './check/words.ts';
export * from './check/check.ts';
export * from './sim/walk.ts';
export * from './sim/tracker.ts';
export * from './sim/club.ts';
export * from './sim/demo-drills.ts';
export * from './sim/random.ts';
export * from './sim/true-findings.ts';
