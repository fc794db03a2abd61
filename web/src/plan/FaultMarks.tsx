import type { Finding, Point } from '@angled-chalk/core';
import { useMemo } from 'react';
import { PALETTE } from '../app/palette.ts';
import { groupFindings, spread, type FindingGroup } from '../parts/finding-groups.ts';
import { useDrawing } from './drawing.ts';
import { toDrawing } from './frame.ts';

/** Half the width of a mark, in heights of a word. */
const FAULT_RADIUS = 0.75;

/** One mark for findings of one kind and place, beside each other where they would lie on each other. */
export function FaultMarks({
  findings,
  chosen,
}: {
  readonly findings: readonly Finding[];
  readonly chosen: number | null;
}) {
  const { textM } = useDrawing();
  const groups = useMemo(
    () =>
      groupFindings(findings).filter(
        (group): group is FindingGroup & { readonly at: Point } => group.at !== null,
      ),
    [findings],
  );
  const places = useMemo(
    () =>
      spread(
        groups.map(({ at }) => at),
        textM * FAULT_RADIUS,
      ),
    [groups, textM],
  );
  const isChosen = ({ indices }: FindingGroup): boolean => chosen !== null && indices.includes(chosen);
  const order = groups
    .map((group, i) => ({ group, at: places[i]! }))
    .sort((a, b) => Number(isChosen(a.group)) - Number(isChosen(b.group)));
  return order.map(({ group, at }) => (
    <FaultMark
      key={group.number}
      at={isChosen(group) ? (findings[chosen!]!.at ?? at) : at}
      number={group.number}
      chosen={isChosen(group)}
      open={findings[group.indices[0]!]!.verdict === 'cannot-tell'}
    />
  ));
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
  const r = textM * (chosen ? 1.05 : FAULT_RADIUS);
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
