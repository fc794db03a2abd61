import type { FootName } from '../body/index.ts';
import type { Point } from '../geometry/index.ts';
import { expand, type PlannedDrill } from '../pattern/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { drillOf } from '../../test/drills.ts';
import { judgeFreezes, standAfter, toeOf, usualStops, type Freeze, type FreezeReport } from './index.ts';

/** Two datums of the room, and what a tape from them says of a place: Pythagoras, typed here. */
const A: Point = { x: 0, y: 0 };
const B: Point = { x: 6, y: 0 };
const tapes = ({ x, y }: Point) => ({
  by: 'two tapes' as const,
  from: [A, B] as const,
  distancesM: [Math.hypot(x, y), Math.hypot(x - 6, y)] as const,
});

/** Toes turned out as the school has them: the lead and rear toe angle of the stance, clockwise from y. */
function stop(drill: PlannedDrill, moveNumber: number, moved: Partial<Record<FootName, Point>> = {}): Freeze {
  const { stance, ...footwork } = expand(drill);
  const stand = standAfter({ stance, ...footwork }, moveNumber);
  if (!stand) throw new Error(`no move ${moveNumber}`);
  const { leadToeOutDeg, rearToeOutDeg } = stance.school;
  const toe = (foot: FootName): Point => {
    const out = foot === stance.leadSide ? leadToeOutDeg : rearToeOutDeg;
    const heading = ((stand.facingDeg + (foot === 'left' ? -out : out)) * Math.PI) / 180;
    const ahead = 0.27 * stance.body.footLength.valueM;
    const { x, y } = { x: stand[foot].x + (moved[foot]?.x ?? 0), y: stand[foot].y + (moved[foot]?.y ?? 0) };
    return { x: x + ahead * Math.sin(heading), y: y + ahead * Math.cos(heading) };
  };
  return { moveNumber, toes: { left: tapes(toe('left')), right: tapes(toe('right')) } };
}

function judged(drill: PlannedDrill, freezes: readonly Freeze[]): FreezeReport {
  const report = judgeFreezes(drill, freezes);
  if ('why' in report) throw new Error(report.why);
  return report;
}

test.each(DEMO_STUDENTS.map(({ name }, i) => [name, i] as const))(
  '%s, stopped where the plan has the feet, stands on every mark and has no fault',
  (_name, i) => {
    const drill = drillOf(i);
    const report = judged(
      drill,
      [0, 1, 2, 5].map((number) => stop(drill, number)),
    );
    for (const { rows, findings } of report.moves) {
      expect(findings.filter(({ verdict }) => verdict === 'not-met')).toEqual([]);
      for (const { measuredM, plannedM } of rows) expect(measuredM).toBeCloseTo(plannedM, 6);
    }
    expect(report.stepsUnknown).toEqual([5]);
    // The step between two stops, and not where the stop before was not taped.
    expect(report.moves[1]?.rows.map(({ what }) => what)).toContain('left step');
    expect(report.moves[3]?.rows.map(({ what }) => what)).not.toContain('left step');
  },
);

test('feet brought together are found at a stop of their own', () => {
  const drill = drillOf(0);
  const stand = standAfter(expand(drill), 4);
  if (!stand) throw new Error('no move 4');
  const half = { x: (stand.left.x - stand.right.x) * 0.75, y: (stand.left.y - stand.right.y) * 0.75 };
  const { moves, outcome } = judged(drill, [stop(drill, 4, { right: half })]);
  const sure = moves[0]?.findings.filter(({ verdict }) => verdict === 'not-met').map(({ fault }) => fault);
  expect(sure).toContain('feet-together');
  expect(outcome).toBe('not-met');
});

test('a foot that did not follow is told only where the stop before was taped too', () => {
  const drill = drillOf(0);
  const [move] = expand(drill).moves;
  const second = move?.events.at(-1);
  if (!second) throw new Error('no move 1');
  // It stays where it stood.
  const back = { x: second.from.x - second.to.x, y: second.from.y - second.to.y };
  const stayed = stop(drill, 1, { [second.foot]: back });
  const both = judged(drill, [stop(drill, 0), stayed]);
  const alone = judged(drill, [stayed]);
  const faults = ({ moves }: FreezeReport): string[] =>
    moves.at(-1)?.findings.map(({ fault }) => fault) ?? [];
  expect(faults(both)).toContain('foot-not-following');
  expect(faults(alone)).not.toContain('foot-not-following');
  expect(faults(alone)).toContain('stance-not-restored');
});

test('off the lane: along it and to the right of it', () => {
  const drill = drillOf(0);
  const footwork = expand(drill);
  const stand = standAfter(footwork, 2);
  if (!stand) throw new Error('no move 2');
  const lane = { origin: { x: 1, y: 1 }, headingDeg: 90 };
  // A line that goes to the right of the floor: along it is x, to its right is towards the viewer.
  const toes = (foot: FootName) => {
    const { leadToeOutDeg, rearToeOutDeg } = footwork.stance.school;
    const out = foot === footwork.stance.leadSide ? leadToeOutDeg : rearToeOutDeg;
    const at = toeOf(footwork.stance, stand[foot], stand.facingDeg + (foot === 'left' ? -out : out));
    return { by: 'lane' as const, ...lane, alongM: at.x - 1, offM: -(at.y - 1) };
  };
  const { moves } = judged(drill, [{ moveNumber: 2, toes: { left: toes('left'), right: toes('right') } }]);
  for (const { what, measuredM } of moves[0]?.rows ?? [])
    if (what.endsWith('off its mark')) expect(measuredM).toBeCloseTo(0, 6);
});

test('tapes that do not meet, a move that is not there and one taped twice are named', () => {
  const drill = drillOf(0);
  const good = stop(drill, 1);
  const short = { ...good, toes: { ...good.toes, left: { ...tapes(A), distancesM: [1, 1] as const } } };
  expect(judgeFreezes(drill, [short])).toEqual({ moveNumber: 1, foot: 'left', why: 'tapes do not meet' });
  expect(judgeFreezes(drill, [{ ...good, moveNumber: 999 }])).toEqual({
    moveNumber: 999,
    foot: null,
    why: 'no such move',
  });
  expect(judgeFreezes(drill, [good, good])).toEqual({ moveNumber: 1, foot: null, why: 'twice' });
});

test('at most six stops are proposed, the last move among them', () => {
  const footwork = expand(drillOf(0));
  const stops = usualStops(footwork);
  expect(stops.length).toBeLessThanOrEqual(6);
  expect(stops).toContain(footwork.moves.length);
});
