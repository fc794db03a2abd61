import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { formatLength, formatSmall } from '@angled-chalk/core/measure';
import {
  closeDrill,
  closeWork,
  counterDrill,
  countersTo,
  retreatAndCounter,
  retreatDrill,
  type AnswerWay,
  type Counter,
} from '@angled-chalk/core/motion';
import { bandsAgainst, contactsOf, exchanged, strongZones, type StrongZone } from '@angled-chalk/core/pair';
import { STRIKES, strikeName, type StrikeId } from '@angled-chalk/core/range';
import { useMemo, useState } from 'react';
import { useUnits } from '../app/club.tsx';
import { LengthBox } from '../parts/boxes.tsx';
import { Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import type { PlansProps } from './Plans.tsx';

const WAY_WORDS: Readonly<Record<AnswerWay, string>> = {
  'slip-left': 'Slip to the left',
  'slip-right': 'Slip to the right',
  'step-back': 'Step back',
  'step-left': 'Step to the left',
  'step-right': 'Step to the right',
  level: 'Change of level',
};
const ALL = STRIKES.map(({ id, name }) => [id, name] as const);
const PARTS = [
  ['head', 'head'],
  ['body', 'body'],
] as const;

const WITHIN_M = 0.1;

/** Their strike, and what is done about it: whether it misses, and what of mine lands while they are open. */
export function CounterPanel({ two, gapM: standsM, make, making }: PlansProps & { readonly gapM: number }) {
  const units = useUnits();
  const [typedM, setTyped] = useState<number | null>(null);
  const [strike, setStrike] = useState<StrikeId>('cross');
  const [part, setPart] = useState<'head' | 'body'>('head');
  const reachM = useMemo(
    () =>
      contactsOf(exchanged(two)).find(
        ({ contact, part: own }) => contact.strike.id === strike && own === part,
      )?.contact.gapM ?? standsM,
    [two, strike, part, standsM],
  );
  // Where one stands, or a little within its reach: from further out there is nothing to answer.
  const gapM = typedM ?? Math.round(100 * Math.min(standsM, reachM - WITHIN_M)) / 100;
  const answers = useMemo(() => countersTo(two, strike, part, gapM), [two, strike, part, gapM]);
  const zones = useMemo(() => strongZones(two), [two]);
  const zone = zones.find((one) => one.strike === strike && one.part === part);
  return (
    <Panel title="Their strike, your counter">
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: '1.6fr 1fr 1fr' }}>
        <SelectBox label="They throw" value={strike} choices={ALL} onChoice={setStrike} />
        <SelectBox label="At your" value={part} choices={PARTS} onChoice={setPart} />
        <LengthBox
          label="Gap"
          metres={gapM}
          onMetres={(m) => setTyped(m !== undefined && m > 0.2 && m < 4 ? m : null)}
        />
      </Box>
      {zone && <ZoneWords zone={zone} />}
      {answers === null ? (
        <Box sx={{ mt: 1 }}>At {formatLength(gapM, units)} it does not reach you there.</Box>
      ) : (
        <Box sx={{ display: 'grid', gap: 1, mt: 1 }}>
          <Box>
            They are open for about {(answers[0]?.windowS ?? 0).toFixed(2)} s ±{' '}
            {(answers[0]?.windowUS ?? 0).toFixed(2)} s after it.
          </Box>
          {answers.map((answer) => (
            <OneAnswer
              key={answer.way}
              answer={answer}
              making={making}
              onMake={() => make(counterDrill(two, strike, gapM, answer))}
            />
          ))}
        </Box>
      )}
    </Panel>
  );
}

function ZoneWords({ zone }: { readonly zone: StrongZone }) {
  const units = useUnits();
  const { back, aside, inside, slip, level } = zone.leaves;
  const ways = [
    [back, 'a half step back'],
    [aside, 'a half step to the side'],
    [inside, 'a half step in'],
    [slip, 'a slip'],
    [level, 'a change of level'],
  ] as const;
  const out = ways.filter(([leaves]) => leaves).map(([, words]) => words);
  return (
    <Box sx={{ mt: 1 }}>
      It carries its weight from {formatLength(zone.fromM, units)} to {formatLength(zone.toM, units)}:{' '}
      {formatSmall(zone.depthM, units)} deep. From its middle{' '}
      {out.length === 0 ? 'nothing alone is sure to leave it' : `${out.join(', ')} leaves it`}. Weaving is for
      its near side.
    </Box>
  );
}

const MOST_REPLIES = 4;

function OneAnswer({
  answer,
  making,
  onMake,
}: {
  readonly answer: Counter;
  readonly making: boolean;
  readonly onMake: () => void;
}) {
  const units = useUnits();
  const { way, out, marginM, expandedU, replies } = answer;
  const sure = replies.filter(({ reaches, spareS }) => reaches === 'met' && spareS >= 0);
  return (
    <Box sx={{ borderTop: 1, borderColor: 'divider', pt: 1 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <b>{WAY_WORDS[way]}</b>
        <VerdictMark outcome={out} />
        <span>
          {marginM >= 0 ? 'out of it by' : 'in it by'} {formatSmall(Math.abs(marginM), units)} ±{' '}
          {formatSmall(expandedU, units)}
        </span>
        <Box sx={{ flex: 1 }} />
        <Button size="small" variant="outlined" disabled={making || replies.length === 0} onClick={onMake}>
          Make it a drill
        </Button>
      </Box>
      <Box>
        {replies.length === 0
          ? 'Nothing of yours lands in that time from there.'
          : `${sure.length > 0 ? 'Lands' : 'May land'}: ${(sure.length > 0 ? sure : replies)
              .slice(0, MOST_REPLIES)
              .map(
                ({ strike, isLoaded }) =>
                  `${strikeName(strike)}${isLoaded ? '' : ' (that hip is not loaded)'}`,
              )
              .join(', ')}.`}
      </Box>
    </Box>
  );
}

const COMBINATIONS: readonly (readonly [string, readonly StrikeId[]])[] = [
  ['jab, cross', ['jab', 'cross']],
  ['jab, cross, lead hook', ['jab', 'cross', 'lead-hook']],
  ['lead hook, cross', ['lead-hook', 'cross']],
];
const REACH_WORDS = {
  met: 'reaches',
  'cannot-tell': 'cannot tell',
  'not-met': 'falls short',
} as const;
const COUNTERS = STRIKES.filter(({ limb }) => limb === 'round-kick' || limb === 'leg').map(
  ({ id, name }) => [id, name] as const,
);

/** Out of a combination straight back: which stop the counter still reaches from. */
export function RetreatPanel({ two, make, making }: PlansProps) {
  const units = useUnits();
  const [combination, setCombination] = useState<string>('jab, cross');
  const [counter, setCounter] = useState<StrikeId>('rear-round-kick-body');
  const fromM = useMemo(() => bandsAgainst(two).find(({ name }) => name === 'pocket')?.toM ?? 0.7, [two]);
  const way = useMemo(() => retreatAndCounter(two, counter, fromM), [two, counter, fromM]);
  const strikes = COMBINATIONS.find(([name]) => name === combination)?.[1] ?? [];
  return (
    <Panel title="Retreat and counter">
      <Box sx={{ display: 'grid', gap: 1.25, gridTemplateColumns: '1fr 1fr' }}>
        <SelectBox
          label="Out of"
          value={combination}
          choices={COMBINATIONS.map(([name]) => [name, name] as const)}
          onChoice={setCombination}
        />
        <SelectBox label="Counter" value={counter} choices={COUNTERS} onChoice={setCounter} />
      </Box>
      {way ? (
        <Box sx={{ display: 'grid', gap: 0.75, mt: 1 }}>
          <Box>{way.words}</Box>
          {way.stops.map(({ steps, gapM, reaches, reachesIfTheyFollow, reached }) => (
            <Box key={steps} sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
              <span style={{ minWidth: 108 }}>
                {steps} back: {formatLength(gapM, units)}
              </span>
              <span>
                <b>{REACH_WORDS[reaches]}</b>
                {reachesIfTheyFollow === 'met' && reaches !== 'met'
                  ? ', if they follow it reaches'
                  : ''}; {reached === 'not-met' ? 'they do not reach you' : 'they may reach you'}
              </span>
            </Box>
          ))}
          <Button
            variant="outlined"
            disabled={making || way.best === null}
            onClick={() => make(retreatDrill(two, strikes, way))}
          >
            Make it a drill
          </Button>
        </Box>
      ) : (
        <Box sx={{ mt: 1 }}>It touches nothing of {two.theirs.student.name}.</Box>
      )}
    </Panel>
  );
}

const CLOSE: readonly (readonly [string, readonly StrikeId[]])[] = [
  ['lead hook, rear uppercut', ['lead-hook', 'rear-uppercut']],
  ['lead hook, rear uppercut, rear knee', ['lead-hook', 'rear-uppercut', 'rear-knee']],
  ['lead elbow, rear knee', ['lead-elbow', 'rear-knee']],
];

/** Close in: how far to inch for each strike, and how much room to make. */
export function ClosePanel({ two, make, making }: PlansProps) {
  const units = useUnits();
  const [strikes, setStrikes] = useState<string>('lead hook, rear uppercut');
  const fromM = useMemo(() => bandsAgainst(two).find(({ name }) => name === 'long')?.toM ?? 1, [two]);
  const wanted = CLOSE.find(([name]) => name === strikes)?.[1];
  const steps = useMemo(() => closeWork(two, wanted ?? [], fromM), [two, wanted, fromM]);
  return (
    <Panel title="Close work">
      <SelectBox
        label="Strikes"
        value={strikes}
        choices={CLOSE.map(([name]) => [name, name] as const)}
        onChoice={setStrikes}
      />
      {steps ? (
        <Box sx={{ display: 'grid', gap: 0.75, mt: 1 }}>
          <Box>From {formatLength(fromM, units)}:</Box>
          {steps.map(({ strike, moveM, inches, gapM, fits }) => (
            <Box key={strike}>
              {moveM === 0
                ? 'Stay'
                : `${moveM > 0 ? 'Inch in' : 'Make room'} ${formatLength(Math.abs(moveM), units)} in ${inches}`}{' '}
              to {formatLength(gapM, units)}, {strikeName(strike)} (fits from{' '}
              {formatLength(fits.fromM, units)} to {formatLength(fits.toM, units)}).
            </Box>
          ))}
          <Button variant="outlined" disabled={making} onClick={() => make(closeDrill(two, steps, fromM))}>
            Make it a drill
          </Button>
        </Box>
      ) : (
        <Box sx={{ mt: 1 }}>One of these strikes touches nothing of {two.theirs.student.name}.</Box>
      )}
    </Panel>
  );
}
