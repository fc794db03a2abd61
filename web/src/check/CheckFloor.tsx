import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { toeHeadingDeg, type Foot, type FootName } from '@angled-chalk/core/body';
import type { CheckResult } from '@angled-chalk/core/check';
import {
  between,
  distanceM,
  fromFacing,
  headingDeg,
  midpoint,
  type Point,
} from '@angled-chalk/core/geometry';
import { formatLength, formatSmall } from '@angled-chalk/core/measure';
import { courseOf, zigzagCones, type PlannedDrill } from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import { useMemo, useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { FloorView } from '../drawing/FloorView.tsx';
import { NEAR_RADIUS_M } from '../drawing/NearSwitch.tsx';
import { useDrawing } from '../drawing/drawing.ts';
import { DrawingText } from '../drawing/DrawingText.tsx';
import { FaultMarks, Leader, useFaultPlaces } from '../drawing/FaultMarks.tsx';
import { toDrawing } from '../drawing/frame.ts';
import { spread, type Disc } from '../parts/finding-groups.ts';
import { ConeMark, Dimension, dimensionWords, FootMark, Line, TargetMark } from '../drawing/marks.tsx';

interface CheckFloorProps {
  readonly drill: PlannedDrill;
  readonly result: CheckResult;
  readonly findings: readonly Finding[];
  readonly chosen: number | null;
  readonly timeS: number;
  readonly near: boolean;
}

const NEAR_S = 2;
/** How far beside the feet their distance is written, metres. */
const STANCE_ASIDE_M = -0.2;
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
        {cones.map((cone) => (
          <ConeMark key={cone.number} cone={cone} tall={plan.pattern.coneHeight === 'tall'} />
        ))}
        <TargetMark target={plan.target} />
        <Now drill={drill} result={result} timeS={timeS} near={close} />
        <Marks
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

/** So many prints carry the number of their move: those nearest to the moment. */
const LABELLED = 6;
/** Length of the distance of the feet as it is written, in heights of a word. */
const WORDS_LENGTH = 3.8;
/** A foot in discs: so far before or behind the ball, in lengths of the foot. */
const ALONG_FOOT = [0.18, -0.08, -0.34, -0.6];

interface MarksProps extends Pick<CheckFloorProps, 'drill' | 'result' | 'findings' | 'chosen' | 'timeS'> {
  /** The prints whose moves are named, none when the whole floor is seen. */
  readonly prints: Prints | null;
}

/** Marks of the findings and numbers of the moves, beside the prints, never on them. */
function Marks({ drill, result, prints, timeS, findings, chosen }: MarksProps) {
  const { textM } = useDrawing();
  const clearOf = useMemo(
    () => (prints ? taken(drill, result, prints, timeS, textM) : undefined),
    [drill, result, prints, timeS, textM],
  );
  const { discs } = useFaultPlaces({ findings, chosen, clearOf });
  const labels = useMemo(() => {
    const off = ({ atS }: Print): number => Math.abs(atS - timeS);
    const named = (prints?.planned ?? [])
      .filter((print) => off(print) <= NEAR_S)
      .sort((a, b) => off(a) - off(b))
      .slice(0, LABELLED);
    const places = spread(
      named.map(({ foot }) => foot.ball),
      textM * 0.8,
      [...(clearOf ?? []), ...discs],
    );
    return named.map((print, i) => ({ ...print, at: places[i]! }));
  }, [prints, timeS, textM, clearOf, discs]);
  return (
    <>
      {labels.map(({ number, foot, at }) => (
        <Leader key={number} from={at} to={foot.ball} colour={PALETTE.planned} />
      ))}
      {labels.map(({ number, name, move, at }) => (
        <MoveLabel key={number} at={at} text={`${move} ${name === 'left' ? 'L' : 'R'}`} />
      ))}
      <FaultMarks findings={findings} chosen={chosen} clearOf={clearOf} />
    </>
  );
}

function MoveLabel({ at, text }: { readonly at: Point; readonly text: string }) {
  const { frame } = useDrawing();
  const { x, y } = toDrawing(frame, at);
  return (
    <DrawingText x={x} y={y} size={0.85} fill={PALETTE.planned}>
      {text}
    </DrawingText>
  );
}

/** What a word or a mark must not lie on: prints of this moment, cones, and the measures with their lines. */
function taken(
  { plan }: PlannedDrill,
  { footwork, report, start }: CheckResult,
  prints: Prints,
  timeS: number,
  textM: number,
): Disc[] {
  const lengthM = footwork.stance.body.footLength.valueM;
  const ballAt = courseOf(start, report.footfalls);
  const now = (['left', 'right'] as const).map((name) => ballAt(name, timeS));
  const [left, right] = now as [Point, Point];
  const near = [...prints.planned, ...prints.observed].filter(({ atS }) => Math.abs(atS - timeS) <= NEAR_S);
  const feet = [
    ...near.map(({ foot }) => foot),
    ...now.map((ball) => ({ ball, headingDeg: headingDeg(ball, plan.target.at) })),
  ];
  const heading = headingDeg(left, right);
  const stanceLine = [0, 0.25, 0.5, 0.75, 1].map((share) =>
    fromFacing(between(left, right, share), heading, STANCE_ASIDE_M, 0),
  );
  return [
    ...feet.flatMap(({ ball, headingDeg: facing }) =>
      ALONG_FOOT.map((share) => ({
        at: fromFacing(ball, facing, 0, share * lengthM),
        radiusM: 0.17 * lengthM,
      })),
    ),
    ...zigzagCones(plan.pattern).map(({ at, radiusM }) => ({ at, radiusM: radiusM + 0.02 })),
    ...stanceLine.map((at) => ({ at, radiusM: 0.5 * textM })),
    ...wordsDiscs(left, right, textM),
  ];
}

/** The written distance of the feet, in discs. */
function wordsDiscs(left: Point, right: Point, textM: number): Disc[] {
  const { at, anchor } = dimensionWords(left, right, STANCE_ASIDE_M, textM);
  const first = anchor === 'start' ? 0 : anchor === 'middle' ? -0.5 : -1;
  return [0, 0.25, 0.5, 0.75, 1].map((share) => ({
    at: { x: at.x + (first + share) * WORDS_LENGTH * textM, y: at.y },
    radiusM: 0.6 * textM,
  }));
}

interface Print {
  readonly name: FootName;
  readonly foot: Foot;
  readonly number: number;
  /** Number of the planned move; null for a print that was seen. */
  readonly move: number | null;
  readonly atS: number;
}

interface Prints {
  readonly planned: readonly Print[];
  readonly observed: readonly Print[];
}

function printsOf({ plan }: PlannedDrill, { footwork, report, plannedLandS }: CheckResult): Prints {
  const toward = (ball: Point, name: FootName): number =>
    toeHeadingDeg(footwork.stance, name, headingDeg(ball, plan.target.at));
  const planned = footwork.moves.flatMap((move) =>
    move.events.map((footfall) => ({
      name: footfall.foot,
      foot: { ball: footfall.to, headingDeg: footfall.headingAfterDeg ?? 0, heelUp: false },
      number: footfall.number,
      move: move.number,
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
    move: null,
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
