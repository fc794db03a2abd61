import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import type { Student } from '@angled-chalk/contract';
import { inspectMove, scoreOf, soundsOf } from '@angled-chalk/core/compose';
import {
  expand,
  looksAtTarget,
  mirrorPattern,
  type Plan,
  type PlannedDrill,
} from '@angled-chalk/core/pattern';
import type { Finding } from '@angled-chalk/core/rules';
import { useMemo, useState, type KeyboardEvent, type ReactNode } from 'react';
import { useUnits } from '../app/club.tsx';
import { FindingList } from '../parts/FindingList.tsx';
import { BESIDE, Panel } from '../parts/Page.tsx';
import { SelectBox } from '../parts/SelectBox.tsx';
import { groupFindings } from '../parts/finding-groups.ts';
import { moveNowWords } from '../pattern/pattern-words.ts';
import { FeetNow, PlanFloor } from '../pattern/PlanFloor.tsx';
import { PlaybackBar } from '../pattern/PlaybackBar.tsx';
import { usePlayback } from '../pattern/usePlayback.ts';
import { ForWhom } from './ForWhom.tsx';
import { FootGrips } from './FootGrips.tsx';
import { Inspector } from './Inspector.tsx';
import { keyAction } from './keys.ts';
import { MendList } from './MendList.tsx';
import { MoveTools } from './MoveTools.tsx';
import { useSounds, type Sounding } from './sound.ts';
import { StepScore } from './StepScore.tsx';
import { useComposer } from './useComposer.ts';
import { WalkIn } from './WalkIn.tsx';

interface BenchProps {
  /** The drill as it is being edited. */
  readonly drill: PlannedDrill;
  /** What was found in it last. */
  readonly findings: readonly Finding[];
  readonly onPlan: (plan: Plan) => void;
  readonly fixed: { readonly target: boolean; readonly lane: boolean };
  /** Its moves are its own, and can be changed here. */
  readonly own: boolean;
  readonly students: readonly Student[];
  readonly drillOf: (student: Student) => PlannedDrill;
  readonly moves: ReactNode;
  readonly lines: ReactNode;
  readonly about: ReactNode;
}

const TABS = ['Move', 'Walk in', 'All moves', 'For whom', 'Drill'] as const;
type Side = (typeof TABS)[number];
const SOUNDS: readonly (readonly [Sounding, string])[] = [
  ['silent', 'no sound'],
  ['beats', 'beats'],
  ['calls', 'beats and calls'],
];

/**
 * A sequence on the bench: the floor around its feet, the score under it, one moment and one chosen move in both;
 * beside it what is found, with what mends it, and everything that can be changed.
 */
export function Bench({
  drill,
  findings,
  onPlan,
  fixed,
  own,
  students,
  drillOf,
  moves,
  lines,
  about,
}: BenchProps) {
  const units = useUnits();
  const { plan } = drill;
  // Laid out here and now, so that a foot stands in the very next picture; what is found comes after it.
  const footwork = useMemo(() => expand(drill), [drill]);
  const score = useMemo(() => scoreOf(drill, footwork), [drill, footwork]);
  const landings = useMemo(
    () => footwork.moves.flatMap((move) => move.events.map(({ landS }) => landS)),
    [footwork],
  );
  const playback = usePlayback(footwork.endS, landings);
  const [sounding, setSounding] = useState<Sounding>('silent');
  const sounds = useMemo(() => soundsOf(footwork, plan.tempoPerMin), [footwork, plan.tempoPerMin]);
  useSounds(sounds, playback, sounding);
  const composer = useComposer(footwork);
  const [side, setSide] = useState<Side>('Move');
  const [found, setFound] = useState<number | null>(null);
  const [ghost, setGhost] = useState(false);
  const mirroredWork = useMemo(() => (ghost ? expand(toOtherSide(drill)) : null), [ghost, drill]);
  const hasTarget = looksAtTarget(plan);
  const intervalS = 60 / plan.tempoPerMin;
  const { number } = composer;
  const numbers = useMemo(
    () => (number === null ? null : inspectMove(drill, footwork, findings, number)),
    [drill, footwork, findings, number],
  );
  const endOf = (one: number): number => {
    const move = footwork.moves[one - 1];
    return move ? Math.max(move.beatS, ...move.events.map(({ landS }) => landS)) : 0;
  };
  const chooseFound = (index: number): void => {
    setFound(index);
    const one = findings[index];
    if (!one) return;
    if (one.moveNumber !== null) composer.choose(one.moveNumber);
    playback.setTimeS(one.timeS);
  };
  const onKey = (event: KeyboardEvent<HTMLElement>): void => {
    if (event.defaultPrevented || !isOfBench(event.target)) return;
    const action = keyAction(event, own ? composer : reading(composer), playback, footwork.moves.length);
    if (!action) return;
    event.preventDefault();
    action();
  };
  // Whoever plays sees the moment, whoever edits the move that is chosen.
  const atS = playback.playing || number === null || playback.timeS > 0 ? playback.timeS : endOf(number);
  const drills = useMemo(() => students.map(drillOf), [students, drillOf]);
  const chosen = found === null ? null : (findings[found] ?? null);
  const places = useMemo(() => groupFindings(findings).length, [findings]);
  return (
    <Box sx={BESIDE}>
      <Box
        sx={STAYS}
        role="group"
        aria-label="Bench: keys add moves where the feet stand"
        tabIndex={0}
        onKeyDown={onKey}
      >
        <PlanFloor
          drill={drill}
          plan={plan}
          footwork={footwork}
          findings={findings}
          chosen={found}
          timeS={atS}
          focus={null}
          onChange={onPlan}
          fixed={fixed}
          height="max(320px, calc(100vh - 448px))"
          isBench
        >
          {mirroredWork && <FeetNow footwork={mirroredWork} timeS={atS} who="partner" />}
          {own && number !== null && composer.item && !playback.playing && (
            <FootGrips
              drill={drill}
              footwork={footwork}
              number={number}
              item={composer.item}
              onItem={composer.put}
            />
          )}
        </PlanFloor>
        <StepScore
          score={score}
          beat={(atS - 1) / intervalS}
          chosen={number}
          hasTarget={hasTarget}
          onChoose={composer.choose}
          onBeat={(beat) => playback.setTimeS(Math.min(footwork.endS, Math.max(0.001, 1 + beat * intervalS)))}
        />
        <Box aria-live="polite" sx={{ fontWeight: 600, mt: 1, minHeight: '1.5em' }}>
          {moveNowWords(footwork, atS, units)}
        </Box>
        <PlaybackBar
          playback={{ ...playback, timeS: atS }}
          endS={footwork.endS}
          tempoPerMin={plan.tempoPerMin}
        >
          <SelectBox
            label="Sound"
            value={sounding}
            choices={SOUNDS}
            onChoice={setSounding}
            fullWidth={false}
            sx={{ width: 150 }}
          />
          <FormControlLabel
            control={
              <Switch
                checked={playback.loop !== null}
                disabled={number === null && playback.loop === null}
                onChange={(_event, on) => playback.setLoop(on ? loopAbout(footwork.moves, number) : null)}
              />
            }
            label="Again and again"
          />
          <FormControlLabel
            control={<Switch checked={ghost} onChange={(_event, on) => setGhost(on)} />}
            label="Other side too"
          />
        </PlaybackBar>
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        {findings.length > 0 && (
          <Panel title={`Rules not met (${places})`}>
            <FindingList
              label="Rules not met by the plan"
              findings={findings}
              chosen={found}
              onChoose={chooseFound}
            />
            {chosen && own && <MendList drill={drill} findings={findings} finding={chosen} onUse={onPlan} />}
          </Panel>
        )}
        <Panel>
          <Tabs
            value={side}
            onChange={(_event, value: Side) => setSide(value)}
            variant="fullWidth"
            aria-label="Beside the bench"
            sx={{
              minHeight: 44,
              mb: 1.5,
              mx: -0.75,
              '& .MuiTab-root': { minWidth: 0, px: 0.5, minHeight: 44, fontSize: '0.84rem' },
            }}
          >
            {TABS.map((name) => (
              <Tab key={name} value={name} label={name} sx={{ textTransform: 'none' }} />
            ))}
          </Tabs>
          {side === 'Move' && (
            <Box sx={{ display: 'grid', gap: 1.5 }}>
              <Inspector numbers={numbers} hasTarget={hasTarget} />
              {own && number !== null && <MoveTools composer={composer} drill={drill} />}
            </Box>
          )}
          {side === 'Walk in' &&
            (own ? (
              <WalkIn composer={composer} />
            ) : (
              <Box>These moves are kept for several drills; change them where they are kept.</Box>
            ))}
          {side === 'All moves' && (
            <Box sx={{ display: 'grid', gap: 1.5 }}>
              {lines}
              {moves}
            </Box>
          )}
          {side === 'For whom' && <ForWhom drills={drills} onUse={onPlan} />}
          {side === 'Drill' && about}
        </Panel>
      </Box>
    </Box>
  );
}

/** The floor stays in view while the moves beside it are changed. */
const STAYS = {
  '@media (min-width: 981px)': { position: 'sticky', top: 12 },
  '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main', outlineOffset: 2 },
} as const;

/** Keys are ours on the floor and on the score, not where something of its own is typed or pressed. */
const isOfBench = (target: EventTarget): boolean =>
  target instanceof Element && !target.closest('input, textarea, button, [role="combobox"], [role="slider"]');

const nothing = (): void => undefined;
/** Of moves that are kept elsewhere only the choice changes. */
const reading = (composer: ReturnType<typeof useComposer>): ReturnType<typeof useComposer> => ({
  ...composer,
  add: nothing,
  put: nothing,
  remove: nothing,
  shift: nothing,
  paste: nothing,
  mirror: nothing,
  turn: nothing,
  scale: nothing,
  group: nothing,
  ungroup: nothing,
});

/** The same drill to the other side, by a body that stands the other way round. */
const toOtherSide = ({ plan, student, ...more }: PlannedDrill): PlannedDrill => ({
  ...more,
  plan: { ...plan, pattern: mirrorPattern(plan.pattern) },
  student: { ...student, leadSide: student.leadSide === 'left' ? 'right' : 'left' },
});

/** A loop of the chosen move with one before and one after it. */
function loopAbout(
  moves: readonly {
    readonly beatS: number;
    readonly events: readonly { readonly liftS: number; readonly landS: number }[];
  }[],
  number: number | null,
): readonly [number, number] | null {
  if (number === null) return null;
  const part = moves.slice(Math.max(0, number - 2), number + 1);
  const times = part.flatMap(({ beatS, events }) => [
    beatS,
    ...events.flatMap(({ liftS, landS }) => [liftS, landS]),
  ]);
  return [Math.max(0, Math.min(...times) - 0.4), Math.max(...times) + 0.4];
}
