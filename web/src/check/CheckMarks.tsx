import type { CheckResult } from '@angled-chalk/core/check';
import { between, fromFacing, headingDeg, type Point } from '@angled-chalk/core/geometry';
import { courseOf, conesOf, type PlannedDrill } from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import { useMemo } from 'react';
import { PALETTE } from '../app/palette.ts';
import { useDrawing } from '../drawing/drawing.ts';
import { DrawingText } from '../drawing/DrawingText.tsx';
import { FaultMarks, Leader, useFaultPlaces } from '../drawing/FaultMarks.tsx';
import { toDrawing } from '../drawing/frame.ts';
import { dimensionWords } from '../drawing/marks.tsx';
import { spread, type Disc } from '../parts/finding-groups.ts';
import { NEAR_S, STANCE_ASIDE_M, type Print, type Prints } from './prints.ts';

/** So many prints carry the number of their move: those nearest to the moment. */
const LABELLED = 6;
/** Length of the distance of the feet as it is written, in heights of a word. */
const WORDS_LENGTH = 3.8;
/** A foot in discs: so far before or behind the ball, in lengths of the foot. */
const ALONG_FOOT = [0.18, -0.08, -0.34, -0.6];

interface CheckMarksProps {
  readonly drill: PlannedDrill;
  readonly result: CheckResult;
  readonly findings: readonly Finding[];
  readonly chosen: number | null;
  readonly timeS: number;
  /** The prints whose moves are named, none when the whole floor is seen. */
  readonly prints: Prints | null;
}

/** Marks of the findings and numbers of the moves, beside the prints, never on them. */
export function CheckMarks({ drill, result, prints, timeS, findings, chosen }: CheckMarksProps) {
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
    ...conesOf(plan).map(({ at, radiusM }) => ({ at, radiusM: radiusM + 0.02 })),
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
