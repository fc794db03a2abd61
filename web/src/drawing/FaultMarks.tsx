import { distanceM, type Point } from '@angled-chalk/core/geometry';
import type { Finding } from '@angled-chalk/core/rules';
import { useMemo } from 'react';
import { PALETTE } from '../app/palette.ts';
import { groupFindings, spread, type Disc, type FindingGroup } from '../parts/finding-groups.ts';
import { useDrawing } from './drawing.ts';
import { pathOf, toDrawing } from './frame.ts';

/** Half the width of a mark, in heights of a word. */
const FAULT_RADIUS = 0.85;

interface FaultMarksProps {
  readonly findings: readonly Finding[];
  readonly chosen: number | null;
  /** What the marks must not hide. */
  readonly clearOf?: readonly Disc[] | undefined;
}

/** A mark and where it is drawn, the chosen one first. */
interface PlacedFault {
  readonly group: FindingGroup;
  readonly isChosen: boolean;
  /** Where the fault was made. */
  readonly spot: Point;
  readonly at: Point;
}

const NOTHING: readonly Disc[] = [];

/** Where the marks of findings go, and the discs they take. */
export function useFaultPlaces({ findings, chosen, clearOf = NOTHING }: FaultMarksProps): {
  readonly faults: readonly PlacedFault[];
  readonly discs: readonly Disc[];
} {
  const { textM } = useDrawing();
  return useMemo(() => {
    const spots = groupFindings(findings)
      .flatMap((group) => {
        const isChosen = chosen !== null && group.indices.includes(chosen);
        const spot = isChosen ? (findings[chosen]!.at ?? group.at) : group.at;
        return spot === null ? [] : [{ group, isChosen, spot }];
      })
      .sort((a, b) => Number(b.isChosen) - Number(a.isChosen));
    const places = spread(
      spots.map(({ spot }) => spot),
      textM * FAULT_RADIUS,
      clearOf,
    );
    const faults = spots.map((one, i) => ({ ...one, at: places[i]! }));
    return { faults, discs: places.map((at) => ({ at, radiusM: textM * FAULT_RADIUS })) };
  }, [findings, chosen, clearOf, textM]);
}

/** One mark for findings of one kind and place, beside each other where they would lie on each other. */
export function FaultMarks(props: FaultMarksProps) {
  const { faults } = useFaultPlaces(props);
  return faults.toReversed().map(({ group, isChosen, spot, at }) => {
    const open = props.findings[group.indices[0]!]!.verdict === 'cannot-tell';
    return (
      <g key={group.number}>
        <Leader from={at} to={spot} colour={open ? PALETTE.cannotTell : PALETTE.notMet} />
        <FaultMark at={at} number={group.number} chosen={isChosen} open={open} />
      </g>
    );
  });
}

/** A thin line from a mark that stands aside to the spot it speaks of. */
export function Leader({
  from,
  to,
  colour,
}: {
  readonly from: Point;
  readonly to: Point;
  readonly colour: string;
}) {
  const { frame, textM } = useDrawing();
  if (distanceM(from, to) < textM * FAULT_RADIUS) return null;
  const end = toDrawing(frame, to);
  return (
    <g>
      <path d={pathOf(frame, [from, to])} stroke={PALETTE.chalk} strokeWidth={textM * 0.2} />
      <path d={pathOf(frame, [from, to])} stroke={colour} strokeWidth={textM * 0.09} />
      <circle cx={end.x} cy={end.y} r={textM * 0.16} fill={colour} />
    </g>
  );
}

/** A fault at its place, with the number of its row in the list. */
export function FaultMark({
  at,
  number,
  chosen,
  open = false,
}: {
  readonly at: Point;
  readonly number: number;
  readonly chosen?: boolean;
  /** The recording cannot tell: an outline with a question, not a fault. */
  readonly open?: boolean;
}) {
  const { frame, textM } = useDrawing();
  const { x, y } = toDrawing(frame, at);
  const r = textM * (chosen ? 1.05 : 0.75);
  const colour = open ? PALETTE.cannotTell : PALETTE.notMet;
  return (
    <g>
      <path
        d={`M${x} ${y - r}L${x + r} ${y}L${x} ${y + r}L${x - r} ${y}Z`}
        fill={open ? PALETTE.chalk : colour}
        stroke={open ? colour : PALETTE.chalk}
        strokeWidth={textM * 0.1}
        strokeDasharray={open ? `${textM * 0.22} ${textM * 0.14}` : undefined}
      />
      <text
        x={x}
        y={y}
        fontSize={r * (number > 99 ? 0.56 : number > 9 ? 0.76 : 0.95)}
        fontWeight={800}
        fill={open ? colour : PALETTE.chalk}
        textAnchor="middle"
        dominantBaseline="central"
      >
        {number}
      </text>
    </g>
  );
}
