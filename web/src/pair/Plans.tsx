import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Student } from '@angled-chalk/contract';
import { formatLength } from '@angled-chalk/core/measure';
import { type Two } from '@angled-chalk/core/pair';
import { circleDrill, circling, inOut, inOutDrill } from '@angled-chalk/core/motion';
import type { Plan } from '@angled-chalk/core/pattern';
import { strikeName, type StrikeId } from '@angled-chalk/core/range';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { newId, useAddPlan } from '../api/queries.ts';
import { useClub } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';

const STRIKES: readonly (readonly [string, readonly StrikeId[]])[] = [
  ['jab', ['jab']],
  ['jab, cross', ['jab', 'cross']],
  ['cross', ['cross']],
  ['jab, cross, lead hook', ['jab', 'cross', 'lead-hook']],
  ['lead push kick', ['lead-push-kick']],
  ['rear round kick to the body', ['rear-round-kick-body']],
];
const RETURNS = [1, 2, 3].map((n) => [n, n === 1 ? 'once' : `${n} times`] as const);
const TURNS = [45, 90, 180, -45, -90, -180].map(
  (deg) => [deg, `${Math.abs(deg)}° ${deg > 0 ? 'clockwise' : 'anticlockwise'}`] as const,
);

interface PlansProps {
  readonly two: Two;
  readonly student: Student;
  readonly partner: Student;
}

/** What follows for the two: in and out again, and round them; each becomes a drill with its band. */
export function Plans({ two, student, partner }: PlansProps) {
  const { units } = useClub();
  const [strikes, setStrikes] = useState<string>('jab, cross');
  const [returns, setReturns] = useState<number>(2);
  const [byDeg, setByDeg] = useState<number>(90);
  const add = useAddPlan();
  const navigate = useNavigate();
  const wanted = STRIKES.find(([name]) => name === strikes)?.[1];
  const way = useMemo(() => inOut(two, wanted ?? [], returns), [two, wanted, returns]);
  const round = useMemo(() => circling(two, byDeg), [two, byDeg]);
  const gap = (m: number): string => formatLength(m, units);
  const make = (plan: Plan): void =>
    add.mutate(
      {
        id: newId(),
        value: {
          ...plan,
          follows: {
            students: [student.id],
            ...(partner.id === student.id ? {} : { target: { on: 'student', id: partner.id } }),
          },
        },
      },
      { onSuccess: ({ id }) => void navigate(`/patterns/${id}`) },
    );
  return (
    <>
      {add.error && <ErrorBox error={add.error} />}
      <Panel title="In and really out">
        <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: '1.6fr 1fr' }}>
          <SelectBox
            label="Strikes"
            value={strikes}
            choices={STRIKES.map(([name]) => [name, name] as const)}
            onChoice={setStrikes}
          />
          <SelectBox label="Returns" value={returns} choices={RETURNS} onChoice={setReturns} />
        </Box>
        {way ? (
          <Box sx={{ display: 'grid', gap: 0.75, mt: 1 }}>
            <Box>
              From {gap(way.outM)} in {way.stepsIn} half steps to {gap(way.inM)}:{' '}
              {way.lands
                .map(({ strike, landing }) => `${strikeName(strike)} on landing ${landing}`)
                .join(', ')}
              . Out in {way.stepsOut}, until head, trunk, thigh and both feet are beyond their longest answer.
            </Box>
            {way.outS > way.answerS && (
              <Box sx={{ color: PALETTE.cannotTell }}>
                That takes {way.outS.toFixed(1)} s, and they answer in {way.answerS.toFixed(1)} s: cover, or
                leave by an angle.
              </Box>
            )}
            <Box>
              If they go back by a half step:{' '}
              {way.ifTheyBackUp
                .map(
                  ({ strike, steps }) =>
                    `${strikeName(strike)} ${steps === 0 ? 'still reaches' : `after ${steps} more`}`,
                )
                .join(', ')}
              .
            </Box>
            <Button variant="outlined" disabled={add.isPending} onClick={() => make(inOutDrill(two, way))}>
              Make it a drill
            </Button>
          </Box>
        ) : (
          <Box sx={{ mt: 1 }}>One of these strikes touches nothing of {partner.name}.</Box>
        )}
      </Panel>
      <Panel title="Round them">
        <SelectBox label="By" value={byDeg} choices={TURNS} onChoice={setByDeg} />
        <Box sx={{ display: 'grid', gap: 0.75, mt: 1 }}>
          <Box>
            At {gap(round.radiusM)} from their middle {round.steps} steps of{' '}
            {Math.abs(round.angleEachDeg).toFixed(1)}°; the outer foot allows {round.mostDeg.toFixed(1)}°. The
            near foot goes {gap(round.innerM)}, the far one {gap(round.outerM)}.
            {round.outsideAfter === null
              ? ''
              : ` Outside their lead foot after ${round.outsideAfter}, if they stay.`}
          </Box>
          <Button variant="outlined" disabled={add.isPending} onClick={() => make(circleDrill(two, round))}>
            Make it a drill
          </Button>
        </Box>
      </Panel>
    </>
  );
}
