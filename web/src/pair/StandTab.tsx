import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Slider from '@mui/material/Slider';
import Switch from '@mui/material/Switch';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import type { StudentFit } from '@angled-chalk/core/body';
import { inFacing, subtract, type Point } from '@angled-chalk/core/geometry';
import { formatLength } from '@angled-chalk/core/measure';
import { bandsAgainst, contactsOf, exchanged, freeWindow, type Two } from '@angled-chalk/core/pair';
import type { Plan } from '@angled-chalk/core/pattern';
import { guardRule, shinRule, toeGapM } from '@angled-chalk/core/range';
import { memo, startTransition, useCallback, useDeferredValue, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import { useUnits } from '../app/club.tsx';
import { LengthBox } from '../parts/boxes.tsx';
import { BESIDE, Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { useNow } from '../parts/useNow.ts';
import { VerdictMark } from '../parts/VerdictMark.tsx';
import { useGround } from '../work/ground.ts';
import type { GroundShape, Layer, PackedGround } from '../work/ground-map.ts';
import { TaskProgress } from '../work/TaskProgress.tsx';
import { Compare } from './Compare.tsx';
import { GapAxis } from './GapAxis.tsx';
import { Here } from './Here.tsx';
import { Legend } from './Legend.tsx';
import { PairFloor } from './PairFloor.tsx';
import { Reaches } from './Reaches.tsx';
import { SideView } from './SideView.tsx';
import { Walls, type Placed, type Room } from './Walls.tsx';

const MOST_M = 2.6;
const LAYER_WORDS = [
  ['sooner', 'who is sooner'],
  ['reached', 'how they reach you'],
  ['beside', 'outside and lane'],
] as const satisfies readonly (readonly [Layer, string])[];

interface StandTabProps {
  readonly two: Two;
  readonly mine: StudentFit;
  readonly theirs: StudentFit;
  readonly others: readonly StudentFit[];
  readonly rooms: readonly Room[];
  readonly at: Point;
  readonly onAt: (at: Point) => void;
  readonly make: (plan: Plan) => void;
  /** What else there is to say of the two. */
  readonly words: readonly string[];
}

/**
 * Who can hit whom, from where: the ground from above, the two from the side, and the axis of the gap. Whoever is dragged
 * is drawn at once; what is told of the place comes right after.
 */
export function StandTab({ at: given, onAt, ...rest }: StandTabProps) {
  const { two, mine, theirs } = rest;
  const [at, setAt] = useState(given);
  const [seen, setSeen] = useState<'above' | 'side'>('above');
  const [zones, setZones] = useState(false);
  const [layer, setLayer] = useState<Layer>('sooner');
  const [placed, setPlaced] = useState<Placed | null>(null);
  const { ground, state, cancel } = useGround(mine, theirs);
  const edge = useMemo(() => placed && edgeAbout(placed), [placed]);
  const now = useNow({ onAt });
  const move = useCallback(
    (next: Point) => {
      // The feet are drawn within the move itself, before anything that waits for the page.
      flushSync(() => setAt(next));
      startTransition(() => now().onAt(next));
    },
    [now],
  );
  const after = useDeferredValue(at);
  return (
    <Box sx={BESIDE}>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <Shown
          seen={seen}
          onSeen={setSeen}
          zones={zones}
          onZones={setZones}
          layer={layer}
          onLayer={setLayer}
        />
        {seen === 'above' ? (
          <PairFloor
            two={two}
            at={at}
            ground={ground}
            layer={layer}
            edge={edge}
            zones={zones}
            onMove={move}
          />
        ) : (
          <SideView two={two} gapM={Math.hypot(at.x, at.y)} />
        )}
        {state && state.share < 1 && <TaskProgress state={state} onCancel={cancel} />}
        <UnderFloor
          two={two}
          at={after}
          shapes={seen === 'above' ? (ground?.layers[layer] ?? null) : NO_SHAPES}
          onMove={move}
        />
      </Box>
      <BesideFloor {...rest} at={after} ground={ground} placed={placed} onPlaced={setPlaced} onMove={move} />
    </Box>
  );
}

const NO_SHAPES: readonly GroundShape[] = [];

/** What is seen of the two. It stays as it is while somebody is dragged. */
const Shown = memo(function Shown({
  seen,
  onSeen,
  zones,
  onZones,
  layer,
  onLayer,
}: {
  readonly seen: 'above' | 'side';
  readonly onSeen: (seen: 'above' | 'side') => void;
  readonly zones: boolean;
  readonly onZones: (on: boolean) => void;
  readonly layer: Layer;
  readonly onLayer: (layer: Layer) => void;
}) {
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
      <ToggleButtonGroup
        size="small"
        exclusive
        value={seen}
        onChange={(_event, next: 'above' | 'side' | null) => next && onSeen(next)}
        aria-label="Seen from"
      >
        <ToggleButton value="above" sx={{ textTransform: 'none' }}>
          from above
        </ToggleButton>
        <ToggleButton value="side" sx={{ textTransform: 'none' }}>
          from the side
        </ToggleButton>
      </ToggleButtonGroup>
      {seen === 'above' && (
        <>
          <SelectBox
            label="Ground"
            value={layer}
            choices={LAYER_WORDS}
            onChoice={onLayer}
            fullWidth={false}
            sx={{ width: 190 }}
          />
          <FormControlLabel
            control={<Switch size="small" checked={zones} onChange={(_event, on) => onZones(on)} />}
            label="their strong punch"
          />
        </>
      )}
    </Box>
  );
});

/** The gap, typed and on its axis, and what the tones of the ground say. */
const UnderFloor = memo(function UnderFloor({
  two,
  at,
  shapes,
  onMove,
}: {
  readonly two: Two;
  readonly at: Point;
  readonly shapes: readonly GroundShape[] | null;
  readonly onMove: (at: Point) => void;
}) {
  const units = useUnits();
  const window = useMemo(() => freeWindow(two), [two]);
  const sides = useMemo(
    () => [
      { name: two.mine.student.name, bands: bandsAgainst(two) },
      { name: two.theirs.student.name, bands: bandsAgainst(exchanged(two)) },
    ],
    [two],
  );
  const gapM = Math.hypot(at.x, at.y);
  const toGap = (m: number): void =>
    onMove(gapM === 0 ? { x: 0, y: m } : { x: (at.x * m) / gapM, y: (at.y * m) / gapM });
  return (
    <>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <Slider
          sx={{ flex: '1 1 220px' }}
          min={0.2}
          max={MOST_M}
          step={0.01}
          value={Math.min(MOST_M, gapM)}
          onChange={(_event, value) => toGap(value)}
          aria-label="Gap"
          getAriaValueText={(value) => formatLength(value, units)}
        />
        <Box sx={{ width: 120 }}>
          <LengthBox
            label="Gap"
            metres={Math.round(gapM * 1000) / 1000}
            onMetres={(m) => m !== undefined && m > 0.1 && m < 6 && toGap(m)}
          />
        </Box>
        <span>toe to toe {formatLength(toeGapM(gapM, two.mine, two.theirs), units)}</span>
      </Box>
      {shapes !== NO_SHAPES && <Legend shapes={shapes} />}
      <GapAxis sides={sides} window={window} gapM={gapM} onGap={toGap} />
    </>
  );
});

interface BesideFloorProps extends Omit<StandTabProps, 'onAt'> {
  readonly ground: PackedGround | null;
  readonly placed: Placed | null;
  readonly onPlaced: (placed: Placed | null) => void;
  readonly onMove: (at: Point) => void;
}

/** What the place is, in words and tables. */
const BesideFloor = memo(function BesideFloor(props: BesideFloorProps) {
  const { two, mine, theirs, others, rooms, at, make, words, ground, placed, onPlaced, onMove } = props;
  return (
    <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)', alignContent: 'start' }}>
      <Here two={two} at={at} ground={ground} onMove={onMove} onDrill={make} />
      <TheTwo isMatched={mine.leadSide === theirs.leadSide} words={words} />
      <Walls two={two} at={at} floors={rooms} placed={placed} onPlaced={onPlaced} />
      <Reaching two={two} gapM={Math.hypot(at.x, at.y)} />
      <Compare mine={mine} theirs={theirs} others={others} />
      <Cautions />
    </Box>
  );
});

const TheTwo = memo(function TheTwo({
  isMatched,
  words,
}: {
  readonly isMatched: boolean;
  readonly words: readonly string[];
}) {
  return (
    <Panel title="The two">
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        <li>{isMatched ? 'Matched: the same foot in front.' : 'Mirrored: the other foot in front.'}</li>
        {words.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </Box>
    </Panel>
  );
});

/** Slow first. */
export const Cautions = memo(function Cautions() {
  return (
    <Alert severity="warning" variant="outlined" sx={{ bgcolor: 'background.paper' }}>
      Slow first. No real punches to the face in drills. Equipment and supervision by the rules of the
      sanctioning body and of the venue.
    </Alert>
  );
});

/** An edge of a floor as it lies to a partner who stands on it. */
const edgeAbout = ({ floor, at, facesDeg }: Placed): Point[] =>
  floor.outline.map((corner) => {
    const { rightM, forwardM } = inFacing(subtract(corner, at), facesDeg);
    return { x: rightM, y: forwardM };
  });

function Reaching({ two, gapM }: { readonly two: Two; readonly gapM: number }) {
  const [mine, theirs] = useMemo(() => [contactsOf(two), contactsOf(exchanged(two))], [two]);
  const [me, them] = [two.mine.student.name, two.theirs.student.name];
  return (
    <>
      <Reaches contacts={mine} striker={two.mine} gapM={gapM} title={`${me} on ${them}`} />
      <Reaches contacts={theirs} striker={two.theirs} gapM={gapM} title={`${them} on ${me}`} />
      <Thumbs two={two} />
    </>
  );
}

const Thumbs = memo(function Thumbs({ two }: { readonly two: Two }) {
  const units = useUnits();
  return (
    <Panel title="Rules of thumb">
      {[shinRule(two.mine, units), guardRule(two.mine, two.theirs, units)].map(
        ({ rule, verdict, words: said }) => (
          <Box key={rule} sx={{ mb: 1 }}>
            <VerdictMark outcome={verdict} /> {rule} {said}
          </Box>
        ),
      )}
    </Panel>
  );
});
