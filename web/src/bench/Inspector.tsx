import Box from '@mui/material/Box';
import type { MoveNumbers } from '@angled-chalk/core/compose';
import { formatLength, type UnitSystem } from '@angled-chalk/core/measure';
import { faultWords } from '@angled-chalk/core/rules';
import { Fragment } from 'react';
import { useUnits } from '../app/club.tsx';

const signed = (deg: number): string => {
  const whole = Math.round(Math.abs(deg));
  return whole === 0 ? '0°' : `${whole}° ${deg < 0 ? 'left' : 'right'}`;
};

const ways = (deg: number): string => {
  const whole = Math.round(Math.abs(deg));
  return whole === 0
    ? 'straight ahead'
    : whole === 180
      ? 'straight back'
      : `${whole}° to the ${deg < 0 ? 'left' : 'right'}`;
};

/** The numbers of a move as rows of words. */
function rowsOf(numbers: MoveNumbers, hasTarget: boolean, units: UnitSystem): (readonly [string, string])[] {
  const { bearingDeg, halfSteps } = numbers;
  return [
    ['Goes', bearingDeg === null ? 'stays in its place' : ways(bearingDeg)],
    [
      'How far',
      bearingDeg === null
        ? '-'
        : `${formatLength(numbers.distanceM, units)}${halfSteps === null ? '' : `, ${halfSteps.toFixed(2)} of a half step`}`,
    ],
    ['Turns', signed(numbers.turnDeg)],
    ['Feet', numbers.order.length === 0 ? 'stay' : numbers.order.join(', then ')],
    ['Beat', `${Number(numbers.beat.toFixed(2))}, for ${Number(numbers.beats.toFixed(2))}`],
    [
      'Stance after',
      `${numbers.lead} in front, ${formatLength(numbers.separationM, units)} at ${Math.round(numbers.stanceAngleDeg)}°`,
    ],
    ...(hasTarget
      ? ([
          ['Gap after', formatLength(numbers.gapM, units)],
          ['Off the target', signed(numbers.offDeg)],
        ] as const)
      : []),
    [
      'Rules',
      numbers.findings.length === 0
        ? 'all met'
        : [...new Set(numbers.findings.map(({ fault }) => faultWords(fault)))].join(', '),
    ],
  ];
}

/** The chosen move in numbers: what a tape and a protractor would show. */
export function Inspector({
  numbers,
  hasTarget,
}: {
  readonly numbers: MoveNumbers | null;
  readonly hasTarget: boolean;
}) {
  const units = useUnits();
  if (!numbers)
    return <Box sx={{ color: 'text.secondary' }}>Choose a move in the score, or on the floor.</Box>;
  return (
    <Box
      component="dl"
      aria-label={`Numbers of move ${numbers.number}`}
      sx={{
        display: 'grid',
        gridTemplateColumns: 'auto 1fr',
        columnGap: 1.5,
        rowGap: 0.25,
        m: 0,
        fontSize: '0.9rem',
        '& dt': { color: 'text.secondary' },
        '& dd': { m: 0, fontWeight: 600 },
      }}
    >
      {rowsOf(numbers, hasTarget, units).map(([name, words]) => (
        <Fragment key={name}>
          <dt>{name}</dt>
          <dd>{words}</dd>
        </Fragment>
      ))}
    </Box>
  );
}
