import Box from '@mui/material/Box';
import { moveAt, soundsOf } from '@angled-chalk/core/compose';
import type { Point } from '@angled-chalk/core/geometry';
import {
  expand,
  mirrorPattern,
  type Footwork,
  type Pattern,
  type PlannedDrill,
} from '@angled-chalk/core/pattern';
import { memo, useCallback, useEffect, useMemo, useState, type KeyboardEvent } from 'react';
import { BESIDE } from '../parts/Page.tsx';
import { oneByOne } from '../parts/idle.ts';
import { useNow } from '../parts/useNow.ts';
import { FeetNow, PlanFloor } from '../pattern/PlanFloor.tsx';
import { printsTogether } from '../pattern/prints-together.ts';
import { usePlayback, type Span } from '../pattern/usePlayback.ts';
import { Beside, TypedContext, type Typed } from './Beside.tsx';
import { FootGrips } from './FootGrips.tsx';
import { keyAction } from './keys.ts';
import { useSounds, type Sounding } from './sound.ts';
import { Switches, Under } from './Under.tsx';
import { rehearse, useComposer, type ComposerActions } from './useComposer.ts';

interface BenchProps extends Pick<
  Parameters<typeof Beside>[0],
  'findings' | 'onPlan' | 'own' | 'students' | 'drillOf'
> {
  /** The drill as it is being edited, and its feet. */
  readonly drill: PlannedDrill;
  readonly footwork: Footwork;
  readonly onPattern: (pattern: Pattern, joins: boolean) => void;
  readonly fixed: { readonly target: boolean; readonly lane: boolean };
  readonly form: Typed['form'];
  readonly more: Typed['more'];
}

/**
 * A sequence on the bench: the floor around its feet, the score under it, one moment and one choice in both. A key is
 * drawn there in the very next picture; what is found, and what stands beside it, comes after.
 */
export const Bench = memo(function Bench(props: BenchProps) {
  const { drill, footwork, findings, onPlan, onPattern, fixed, own, students, drillOf, form, more } = props;
  const { plan } = drill;
  const landings = useMemo(
    () => footwork.moves.flatMap((move) => move.events.map(({ landS }) => landS)),
    [footwork],
  );
  const playback = usePlayback(footwork.endS, landings);
  const { playing, timeS, setTimeS, loop, setLoop } = playback;
  const composer = useComposer({ pattern: plan.pattern, footwork, onPattern });
  const { number, numbers, item, count, isInGroup, holds, refused, actions } = composer;
  const usable = useMemo(() => (own ? actions : reading(actions)), [own, actions]);
  // Whoever plays sees the moment, whoever edits the move that is chosen.
  const atS = playing || number === null || timeS > 0 ? timeS : endOf(footwork, number);
  const [sounding, setSounding] = useState<Sounding>('silent');
  const sounds = useMemo(
    () => (sounding === 'silent' ? [] : soundsOf(footwork, plan.tempoPerMin)),
    [sounding, footwork, plan.tempoPerMin],
  );
  useSounds(sounds, playback, sounding);
  const [ghost, setGhost] = useState(false);
  const [found, setFound] = useState<number | null>(null);
  const shown = useMemo(
    () => ({
      drill,
      footwork,
      composer: { number, numbers, item, count, isInGroup, holds, refused, actions },
    }),
    [drill, footwork, number, numbers, item, count, isInGroup, holds, refused, actions],
  );
  const typed = useMemo(() => ({ form, more }), [form, more]);
  const now = useNow({ findings, footwork, atS, numbers, drill });
  useEffect(
    () =>
      oneByOne(
        Array.from({ length: REHEARSALS }, () => () => {
          const { drill: of, footwork: its } = now();
          const onPattern = (pattern: Pattern): void =>
            void printsTogether(expand({ ...of, plan: { ...of.plan, pattern } }));
          rehearse({ pattern: of.plan.pattern, footwork: its, onPattern });
        }),
      ),
    [now],
  );
  const chooseFound = useCallback(
    (index: number) => {
      setFound(index);
      const one = now().findings[index];
      if (!one) return;
      if (one.moveNumber !== null) actions.choose(one.moveNumber);
      setTimeS(one.timeS);
    },
    [actions, setTimeS, now],
  );
  const choose = useCallback(
    (move: number, extend: boolean) => (extend ? actions.extend(move) : actions.choose(move)),
    [actions],
  );
  const press = useCallback(
    (at: Point, extend: boolean) => {
      const move = moveAt(now().footwork, at, now().atS);
      if (move === null) return;
      choose(move, extend);
      setTimeS(endOf(now().footwork, move));
    },
    [choose, setTimeS, now],
  );
  const setLooped = useCallback(
    (on: boolean) => {
      const { numbers: chosen, footwork: own } = now();
      setLoop(on && chosen ? loopAbout(own.moves, chosen) : null);
    },
    [setLoop, now],
  );
  const onKey = (event: KeyboardEvent<HTMLElement>): void => {
    if (event.defaultPrevented || !isOfBench(event.target)) return;
    const action = keyAction(event, { number, actions: usable }, playback, footwork.moves.length);
    if (!action) return;
    event.preventDefault();
    action();
  };
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
          onPress={press}
          fixed={fixed}
          height="max(320px, calc(100vh - 448px))"
          isBench
          trail={playing}
        >
          {ghost && <Ghost drill={shown.drill} timeS={atS} />}
          {own && number !== null && item && !playing && <FootGrips shown={shown} />}
        </PlanFloor>
        <Under
          shown={shown}
          playback={playback}
          atS={atS}
          chosen={numbers}
          onChoose={choose}
          onMoveTo={usable.shiftTo}
        >
          <Switches
            sounding={sounding}
            onSounding={setSounding}
            isLooped={loop !== null}
            canLoop={numbers !== null || loop !== null}
            onLoop={setLooped}
            ghost={ghost}
            onGhost={setGhost}
          />
        </Under>
      </Box>
      <TypedContext value={typed}>
        <Beside
          shown={shown}
          findings={findings}
          found={found}
          onFound={chooseFound}
          onPlan={onPlan}
          own={own}
          students={students}
          drillOf={drillOf}
        />
      </TypedContext>
    </Box>
  );
});

/** The floor stays in view while the moves beside it are changed. */
const STAYS = {
  '@media (min-width: 981px)': { position: 'sticky', top: 12 },
  '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main', outlineOffset: 2 },
} as const;

/** The first key is as quick as the next. */
const REHEARSALS = 5;

/** The same drill to the other side, by a body that stands the other way round. */
function Ghost({ drill, timeS }: { readonly drill: PlannedDrill; readonly timeS: number }) {
  const footwork = useMemo(() => {
    const { plan, student, ...more } = drill;
    return expand({
      ...more,
      plan: { ...plan, pattern: mirrorPattern(plan.pattern) },
      student: { ...student, leadSide: student.leadSide === 'left' ? 'right' : 'left' },
    });
  }, [drill]);
  return <FeetNow footwork={footwork} timeS={timeS} who="partner" />;
}

/** When a move is over, seconds. */
function endOf({ moves }: Footwork, number: number): number {
  const move = moves[number - 1];
  return move ? Math.max(move.beatS, ...move.events.map(({ landS }) => landS)) : 0;
}

/** Keys are ours on the floor and on the score, not where something of its own is typed or pressed. */
const isOfBench = (target: EventTarget): boolean =>
  target instanceof Element && !target.closest('input, textarea, button, [role="combobox"], [role="slider"]');

const nothing = (): void => undefined;
/** Of moves that are kept elsewhere only the choice changes. */
const reading = ({ choose, extend, widen }: ComposerActions): ComposerActions => ({
  choose,
  extend,
  widen,
  add: nothing,
  put: nothing,
  remove: nothing,
  shift: nothing,
  shiftTo: nothing,
  copy: nothing,
  paste: nothing,
  mirror: nothing,
  turn: nothing,
  scale: nothing,
  group: nothing,
  ungroup: nothing,
});

/** A loop of the chosen moves, of one with the one before and the one after it. */
function loopAbout(moves: Footwork['moves'], [first, last]: readonly [number, number]): Span {
  const beside = first === last ? 1 : 0;
  const part = moves.slice(Math.max(0, first - 1 - beside), last + beside);
  const times = part.flatMap(({ beatS, events }) => [
    beatS,
    ...events.flatMap(({ liftS, landS }) => [liftS, landS]),
  ]);
  return [Math.max(0, Math.min(...times) - 0.4), Math.max(...times) + 0.4];
}
