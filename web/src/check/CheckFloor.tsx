import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import {
  between,
  courseOf,
  distanceM,
  formatLength,
  formatSmall,
  headingDeg,
  midpoint,
  toeHeadingDeg,
  zigzagCones,
  type CheckResult,
  type Finding,
  type Foot,
  type FootName,
  type PlannedDrill,
  type Point,
} from '@angled-chalk/core';
import { useMemo, useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { FloorView } from '../plan/FloorView.tsx';
import { NEAR_RADIUS_M } from '../plan/NearSwitch.tsx';
import { FaultMarks } from '../plan/FaultMarks.tsx';
import { ConeMark, Dimension, FootMark, Line, TargetMark } from '../plan/marks.tsx';

interface CheckFloorProps {
  readonly drill: PlannedDrill;
  readonly result: CheckResult;
  readonly findings: readonly Finding[];
  readonly chosen: number | null;
  readonly timeS: number;
  readonly near: boolean;
}

const NEAR_S = 2.5;
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
  const labelled = useMemo(() => labelledAt(prints.planned, timeS), [prints, timeS]);
  const cones = useMemo(() => zigzagCones(plan.pattern), [plan.pattern]);
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
              number={labelled.has(number) ? number : undefined}
              bare={!labelled.has(number)}
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
        {cones.map((cone) => (
          <ConeMark key={cone.number} cone={cone} tall={plan.pattern.coneHeight === 'tall'} />
        ))}
        <TargetMark target={plan.target} />
        <Now drill={drill} result={result} timeS={timeS} near={close} />
        <FaultMarks findings={findings} chosen={chosen} />
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

/** Labels nearer to each other than this would lie on each other, metres. */
const LABELS_APART_M = 0.2;

/** Numbers of the planned prints that carry their label: those nearest to the moment, none on another. */
function labelledAt(prints: readonly Print[], timeS: number): ReadonlySet<number> {
  const off = ({ atS }: Print): number => Math.abs(atS - timeS);
  const taken: Print[] = [];
  for (const print of prints.filter((one) => off(one) <= NEAR_S).sort((a, b) => off(a) - off(b)))
    if (taken.every(({ foot }) => distanceM(foot.ball, print.foot.ball) > LABELS_APART_M)) taken.push(print);
  return new Set(taken.map(({ number }) => number));
}

interface Print {
  readonly name: FootName;
  readonly foot: Foot;
  readonly number: number;
  readonly atS: number;
}

function printsOf(
  { plan }: PlannedDrill,
  { footwork, report, plannedLandS }: CheckResult,
): { planned: Print[]; observed: Print[] } {
  const toward = (ball: Point, name: FootName): number =>
    toeHeadingDeg(footwork.stance, name, headingDeg(ball, plan.target.at));
  const planned = footwork.moves.flatMap((move) =>
    move.footfalls.map((footfall) => ({
      name: footfall.foot,
      foot: { ball: footfall.to, headingDeg: footfall.headingAfterDeg ?? 0, heelUp: false },
      number: footfall.number,
      atS: plannedLandS[footfall.number - 1]!,
    })),
  );
  const observed = report.footfalls.map((footfall) => ({
    name: footfall.foot,
    foot: {
      ball: footfall.to,
      headingDeg: footfall.headingAfterDeg ?? toward(footfall.to, footfall.foot),
      heelUp: false,
    },
    number: footfall.number,
    atS: footfall.landS,
  }));
  return { planned, observed };
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
  const { report, footwork, start } = result;
  const courses = useMemo(() => courseOf(start, report.footfalls), [report, start]);
  const left = courses('left', timeS);
  const right = courses('right', timeS);
  const centre = midpoint(left, right);
  const { target } = drill.plan;
  const toTarget = headingDeg(centre, target.at);
  const wayM = distanceM(centre, target.at);
  const surface = wayM > 0 ? between(centre, target.at, Math.max(0, 1 - target.radiusM / wayM)) : target.at;
  const foot = (name: FootName, ball: Point): Foot => ({
    ball,
    headingDeg: toeHeadingDeg(footwork.stance, name, toTarget),
    heelUp: false,
  });
  return (
    <>
      {!near && <Line points={[left, right]} colour={PALETTE.ink} widthM={0.014} />}
      <FootMark name="left" foot={foot('left', left)} body={footwork.stance.body} standing="now" strong />
      <FootMark name="right" foot={foot('right', right)} body={footwork.stance.body} standing="now" strong />
      {near && (
        <Dimension from={left} to={right} text={formatSmall(distanceM(left, right), units)} asideM={-0.2} />
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
