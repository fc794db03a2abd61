import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { toeHeadingDeg, type Foot, type FootName } from '@angled-chalk/core/body';
import { targetAt } from '@angled-chalk/core/floor';
import type { CheckResult } from '@angled-chalk/core/check';
import { between, distanceM, headingDeg, midpoint, type Point } from '@angled-chalk/core/geometry';
import { formatLength, formatSmall } from '@angled-chalk/core/measure';
import { courseOf, conesOf, laneOf, posesOf, type PlannedDrill } from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import { useMemo, useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { FloorView } from '../drawing/FloorView.tsx';
import { NEAR_RADIUS_M } from '../drawing/NearSwitch.tsx';
import { ConeMark, Dimension, FootMark, Line, TargetMark } from '../drawing/marks.tsx';
import { MoveMarks } from '../drawing/MoveMarks.tsx';
import { CheckMarks } from './CheckMarks.tsx';
import { NEAR_S, printsOf, STANCE_ASIDE_M } from './prints.ts';

interface CheckFloorProps {
  readonly drill: PlannedDrill;
  readonly result: CheckResult;
  readonly findings: readonly Finding[];
  readonly chosen: number | null;
  readonly timeS: number;
  readonly near: boolean;
}

/** So near to the moment a planned move is marked, seconds. */
const ABOUT_S = 0.6;
const HEIGHT = 'max(400px, calc(100vh - 352px))';

/** Planned and observed footprints over each other, with the feet and the gap at one moment. */
export function CheckFloor({ drill, result, findings, chosen, timeS, near: close }: CheckFloorProps) {
  const { plan } = drill;
  const { footwork, report } = result;
  const [all, setAll] = useState(true);
  const { stance } = footwork;
  const prints = useMemo(() => printsOf(drill, result), [drill, result]);
  const near = (atS: number): boolean => Math.abs(atS - timeS) <= NEAR_S;
  const centre = useMemo(() => {
    const ballAt = courseOf(result.start, report.footfalls);
    return midpoint(ballAt('left', timeS), ballAt('right', timeS));
  }, [result.start, report.footfalls, timeS]);
  const cones = useMemo(() => conesOf(plan), [plan]);
  // What was to be done at the moment, drawn as a pattern draws it; a lane shows that by its prints.
  const about = useMemo(
    () =>
      footwork.moves.filter(
        ({ cue, events }) =>
          cue &&
          events.some(({ number }) => Math.abs((result.plannedLandS[number - 1] ?? NaN) - timeS) <= ABOUT_S),
      ),
    [footwork.moves, result.plannedLandS, timeS],
  );
  const region = useMemo(
    () => [
      ...[...prints.planned, ...prints.observed].map(({ foot }) => foot.ball),
      ...cones.map(({ at }) => at),
      plan.target.at,
    ],
    [prints, cones, plan.target.at],
  );
  return (
    <Box>
      <FloorView
        floor={plan.floor}
        around={region}
        focus={close ? { at: centre, radiusM: NEAR_RADIUS_M } : null}
        height={HEIGHT}
        label="Planned and observed footprints from above"
      >
        {prints.planned.map(({ name, foot, number, atS }) =>
          all || near(atS) ? (
            <FootMark
              key={`p${number}`}
              name={name}
              foot={foot}
              body={stance.body}
              standing="planned"
              bare
              faint={all && timeS > 0 && !near(atS)}
            />
          ) : null,
        )}
        {prints.observed.map(({ name, foot, number, atS }) =>
          all || near(atS) ? (
            <FootMark
              key={`o${number}`}
              name={name}
              foot={foot}
              body={stance.body}
              standing="observed"
              bare
              faint={all && timeS > 0 && !near(atS)}
            />
          ) : null,
        )}
        <MoveMarks moves={about} />
        {cones.map((cone) => (
          <ConeMark key={cone.number} cone={cone} tall={laneOf(plan)?.coneHeight === 'tall'} />
        ))}
        <TargetMark target={{ ...plan.target, at: targetAt(plan.target, plannedTimeS(result, timeS)) }} />
        <Now drill={drill} result={result} timeS={timeS} near={close} />
        <CheckMarks
          drill={drill}
          result={result}
          prints={close ? prints : null}
          timeS={timeS}
          findings={findings}
          chosen={chosen}
        />
      </FloorView>
      <Box
        className="no-print"
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', mt: 0.5 }}
      >
        <Key />
        <FormControlLabel
          control={<Switch checked={all} onChange={(_event, on) => setAll(on)} />}
          label="Whole drill"
        />
        <Box component="span" sx={{ color: 'text.secondary', fontSize: '0.86rem' }}>
          {report.footfalls.length} footfalls seen
        </Box>
      </Box>
    </Box>
  );
}

function Key() {
  return (
    <Box sx={{ display: 'flex', gap: 2, fontSize: '0.86rem', alignItems: 'center' }}>
      <Box component="span" sx={{ color: PALETTE.planned, fontWeight: 700 }}>
        <svg width="26" height="12" aria-hidden>
          <rect
            x="1"
            y="1"
            width="24"
            height="10"
            rx="5"
            fill="none"
            stroke="currentColor"
            strokeWidth="2"
            strokeDasharray="4 3"
          />
        </svg>{' '}
        planned
      </Box>
      <Box component="span" sx={{ color: PALETTE.observed, fontWeight: 700 }}>
        <svg width="26" height="12" aria-hidden>
          <rect
            x="1"
            y="1"
            width="24"
            height="10"
            rx="5"
            fill={PALETTE.observedFill}
            stroke="currentColor"
            strokeWidth="2"
          />
        </svg>{' '}
        observed
      </Box>
    </Box>
  );
}

/** The moment of the plan that a moment of the recording was: from the planned landing nearest to it. */
function plannedTimeS({ footwork, plannedLandS }: CheckResult, timeS: number): number {
  const events = footwork.moves.flatMap((move) => move.events);
  let offS = 0;
  let leastS = Infinity;
  for (const { number, landS } of events) {
    const seenS = plannedLandS[number - 1];
    if (seenS === undefined || Number.isNaN(seenS) || Math.abs(seenS - timeS) >= leastS) continue;
    leastS = Math.abs(seenS - timeS);
    offS = landS - seenS;
  }
  return timeS + offS;
}

/** The feet as they were seen at any time; where the capture has no headings, turned as the stance has them. */
function seenPoses(drill: PlannedDrill, { footwork, report, start: balls }: CheckResult) {
  const { stance, start } = footwork;
  const toward = (name: FootName, ball: Point): number =>
    toeHeadingDeg(stance, name, headingDeg(ball, drill.plan.target.at));
  const events = report.footfalls.map((event) => ({
    ...event,
    headingBeforeDeg: event.headingBeforeDeg ?? toward(event.foot, event.from),
    headingAfterDeg: event.headingAfterDeg ?? toward(event.foot, event.to),
  }));
  const standing = (name: FootName): Foot => ({
    ball: balls[name],
    headingDeg:
      events.find(({ foot }) => foot === name)?.headingBeforeDeg ??
      toeHeadingDeg(stance, name, start.facingDeg),
    heelUp: false,
  });
  return posesOf({ left: standing('left'), right: standing('right') }, events);
}

/** The feet at one moment, the gap to the target's surface, and how far apart the feet are. */
function Now({
  drill,
  result,
  timeS,
  near,
}: {
  readonly drill: PlannedDrill;
  readonly result: CheckResult;
  readonly timeS: number;
  readonly near: boolean;
}) {
  const units = useUnits();
  const { footwork } = result;
  const poseAt = useMemo(() => seenPoses(drill, result), [drill, result]);
  const [leftFoot, rightFoot] = [poseAt('left', timeS), poseAt('right', timeS)];
  const [left, right] = [leftFoot.ball, rightFoot.ball];
  const centre = midpoint(left, right);
  const { target } = drill.plan;
  const place = targetAt(target, plannedTimeS(result, timeS));
  const wayM = distanceM(centre, place);
  const surface = wayM > 0 ? between(centre, place, Math.max(0, 1 - target.radiusM / wayM)) : place;
  return (
    <>
      {!near && <Line points={[left, right]} colour={PALETTE.ink} widthM={0.014} />}
      <FootMark name="left" foot={leftFoot} body={footwork.stance.body} standing="now" strong />
      <FootMark name="right" foot={rightFoot} body={footwork.stance.body} standing="now" strong />
      {near && (
        <Dimension
          from={left}
          to={right}
          text={formatSmall(distanceM(left, right), units)}
          asideM={STANCE_ASIDE_M}
        />
      )}
      <Dimension
        from={centre}
        to={surface}
        text={`gap ${formatLength(wayM - target.radiusM, units)}`}
        colour={PALETTE.softInk}
      />
    </>
  );
}
