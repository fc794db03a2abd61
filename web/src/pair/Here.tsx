import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { distanceM, type Point } from '@angled-chalk/core/geometry';
import { formatLength } from '@angled-chalk/core/measure';
import { thereDrill, wayThere } from '@angled-chalk/core/motion';
import {
  armed,
  besideThem,
  cellAt,
  exchanged,
  kindOf,
  type Soonest,
  type Two,
} from '@angled-chalk/core/pair';
import type { Plan } from '@angled-chalk/core/pattern';
import { useMemo } from 'react';
import { useUnits } from '../app/club.tsx';
import { Panel } from '../parts/Page.tsx';
import { GOOD, goodPlaces, type PackedGround } from '../work/ground-map.ts';

/** Sooner by less than this is no sooner: nobody reacts within it. */
const AT_ONCE_S = 0.1;

const soonWords = (who: string, soon: Soonest | null): string =>
  soon
    ? `${who} hits in ${soon.timeS.toFixed(2)} s${soon.turn || soon.step ? `, after ${[soon.turn ? 'turning' : '', soon.step ? 'a half step' : ''].filter(Boolean).join(' and ')}` : ', as they stand'}`
    : `${who} cannot hit, not even with a half step`;

interface HereProps {
  readonly two: Two;
  readonly at: Point;
  readonly ground: PackedGround | null;
  readonly onMove: (at: Point) => void;
  readonly onDrill: (plan: Plan) => void;
}

/** What the place is where the student stands now, and the way to the nearest better one. */
export function Here({ two, at, ground, onMove, onDrill }: HereProps) {
  const [me, them] = useMemo(() => [armed(two), armed(exchanged(two))], [two]);
  const { mine, theirs } = cellAt(me, them, at.x, at.y);
  const { outside, inLane } = besideThem(two, at.x, at.y);
  const aheadS = mine && theirs ? theirs.timeS - mine.timeS : null;
  return (
    <Panel title="Here">
      <Box aria-live="polite" sx={{ display: 'grid', gap: 0.5 }}>
        <Box>{soonWords(two.mine.student.name, mine)}.</Box>
        <Box>{soonWords(two.theirs.student.name, theirs)}.</Box>
        {aheadS !== null && (
          <Box sx={{ fontWeight: 700 }}>
            {Math.abs(aheadS) < AT_ONCE_S
              ? 'Both about at once.'
              : `${two.mine.student.name} is ${Math.abs(aheadS).toFixed(2)} s ${aheadS > 0 ? 'sooner' : 'later'}.`}
          </Box>
        )}
        <Box>
          {outside ? 'Outside their lead foot.' : 'Not outside their lead foot.'}
          {inLane ? ' In the lane of their rear hand.' : ''}
        </Box>
        {GOOD.includes(kindOf({ mine, theirs })) && <Box>A good place to be.</Box>}
        {ground && !GOOD.includes(kindOf({ mine, theirs })) && (
          <Better two={two} at={at} ground={ground} onMove={onMove} onDrill={onDrill} />
        )}
      </Box>
    </Panel>
  );
}

/** So many places along the edges of the good ground are asked for the way to them. */
const MOST_PLACES = 160;

/** The better place that takes the fewest half steps, and the way there as a drill. */
function Better({ two, at, ground, onMove, onDrill }: HereProps & { readonly ground: PackedGround }) {
  const units = useUnits();
  const places = useMemo(() => {
    const all = goodPlaces(ground);
    const every = Math.ceil(all.length / MOST_PLACES);
    return all.filter((_, i) => i % every === 0);
  }, [ground]);
  const [first, ...others] = places;
  if (!first) return <Box>On this ground there is no better place.</Box>;
  const costOf = (place: Point): number => wayThere(two, at, place).steps + distanceM(place, at);
  let [good, cost] = [first, costOf(first)];
  for (const place of others) {
    const own = costOf(place);
    if (own < cost) [good, cost] = [place, own];
  }
  const awayM = distanceM(good, at);
  if (awayM <= ground.stepM) return null;
  const { steps, byDeg } = wayThere(two, at, good);
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <span>
        The nearest better place is {formatLength(awayM, units)} away, {steps}{' '}
        {steps === 1 ? 'half step' : 'half steps'}
        {byDeg === 0 ? '' : `, ${Math.abs(Math.round(byDeg))}° round them`}.
      </span>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button size="small" variant="outlined" onClick={() => onMove(good)}>
          Go there
        </Button>
        <Button size="small" variant="outlined" onClick={() => onDrill(thereDrill(two, at, good))}>
          Make the way a drill
        </Button>
      </Box>
    </Box>
  );
}
