import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { formatLength } from '@angled-chalk/core/measure';
import { circleDrill, circling, inOut, inOutDrill, type InOut } from '@angled-chalk/core/motion';
import { halfStepM, type Two } from '@angled-chalk/core/pair';
import type { Plan } from '@angled-chalk/core/pattern';
import { Branches } from './Branches.tsx';
import { strikeName, type StrikeId } from '@angled-chalk/core/range';
import { useMemo, useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { PALETTE } from '../app/palette.ts';
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
/** What a half step less would leave within their reach: the usual half of an exit. */
function HalfExit({ way }: { readonly way: InOut }) {
  const within = way.clear.filter(({ fromM }) => way.outM - way.stepM < fromM).map(({ part }) => part);
  return within.length === 0 ? null : (
    <Box>One half step less leaves {within.join(', ')} within their reach: half an exit.</Box>
  );
}

const TURNS = [45, 90, 180, -45, -90, -180].map(
  (deg) => [deg, `${Math.abs(deg)}° ${deg > 0 ? 'clockwise' : 'anticlockwise'}`] as const,
);

export interface PlansProps {
  readonly two: Two;
  /** Makes a plan a drill, and goes to it. */
  readonly make: (plan: Plan) => void;
  readonly making: boolean;
}

/** What follows for the two: in and out again, and round them; each becomes a drill with its band. */
export function Plans({ two, make, making }: PlansProps) {
  const units = useUnits();
  const [strikes, setStrikes] = useState<string>('jab, cross');
  const [returns, setReturns] = useState<number>(2);
  const [byDeg, setByDeg] = useState<number>(90);
  const wanted = STRIKES.find(([name]) => name === strikes)?.[1];
  const way = useMemo(() => inOut(two, wanted ?? [], returns), [two, wanted, returns]);
  const round = useMemo(() => circling(two, byDeg), [two, byDeg]);
  const gap = (m: number): string => formatLength(m, units);
  return (
    <>
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
            <HalfExit way={way} />
            <Branches way={way} theirStepM={halfStepM(two.theirs)} />
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
            <Button variant="outlined" disabled={making} onClick={() => make(inOutDrill(two, way))}>
              Make it a drill
            </Button>
          </Box>
        ) : (
          <Box sx={{ mt: 1 }}>One of these strikes touches nothing of {two.theirs.student.name}.</Box>
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
          <Button variant="outlined" disabled={making} onClick={() => make(circleDrill(two, round))}>
            Make it a drill
          </Button>
        </Box>
      </Panel>
    </>
  );
}
