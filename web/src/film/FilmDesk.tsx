import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import { toeHeadingDeg, type FootName } from '@angled-chalk/core/body';
import { CLICK_U_PX, frameUS, type Filmed } from '@angled-chalk/core/camera';
import { landingsPlanned, nextLanding } from '@angled-chalk/core/capture';
import { headingDeg, type Point } from '@angled-chalk/core/geometry';
import { expand } from '@angled-chalk/core/pattern';
import { useCallback, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { ErrorBox } from '../parts/ErrorBox.tsx';
import { BESIDE } from '../parts/Page.tsx';
import type { Recorded } from '../record/useRecordFor.ts';
import { CheckFilm } from './CheckFilm.tsx';
import type { Box as FoundBox } from './find-feet-worker.ts';
import { FilmView, type Hand, type Pressed } from './FilmView.tsx';
import { LandingsPanel } from './LandingsPanel.tsx';
import { MarksPanel } from './MarksPanel.tsx';
import type { Film } from './open-film.ts';
import { otherOf, useFilmWork, type FilmLanding } from './useFilmWork.ts';
import { StrikesPanel } from '../strikes/StrikesPanel.tsx';
import { useStrikes, type MarkedStrike } from '../strikes/useStrikes.ts';
import { thumbnailOf } from './thumbnail.ts';
import { usePicture } from './usePicture.ts';

/** Landings so near in time are shown over the picture. */
const NEAR_S = 0.4;

/** A hand that touches is seen by eye so well beside the spacing of pictures, seconds (own choice). */
const CONTACT_U_S = 0.02;
const AT_A_PICTURE =
  'Go to the picture in which the hand or foot touches, or would touch, and press what it is.';

/** One film: its picture with marks and landings over it, and beside it what is to be done, in order. */
export function FilmDesk({
  film,
  file,
  recorded,
}: {
  readonly film: Film;
  readonly file: File;
  readonly recorded: Recorded;
}) {
  const { student, plan, drill } = recorded;
  const { width, height, times } = film;
  const work = useFilmWork(drill, { width, height }, `${student.id} ${plan.id} ${film.name} ${file.size}`);
  const [place, setPlace] = useState(0);
  const [foot, setFoot] = useState<FootName>('left');
  const [marking, setMarking] = useState<string | null>(null);
  const [boxing, setBoxing] = useState(false);
  const [box, setBox] = useState<FoundBox | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const lift = useRef<Partial<Record<FootName, number>>>({});
  const [turning, setTurning] = useState(false);
  const view = useRef<HTMLDivElement>(null);
  const { bitmap, error } = usePicture(film, place);
  const { done, places, reading } = work;
  const timeS = times[place] ?? 0;
  const gapS = Math.max(timeS - (times[Math.max(0, place - 1)] ?? 0), 1 / 120);
  const { change } = work;
  const onStrikes = useCallback(
    (strikes: readonly MarkedStrike[] | null): void => change({ strikes }),
    [change],
  );
  const hands = useStrikes(
    drill,
    { strikes: work.done.strikes ?? null, onStrikes },
    { timeS, uS: Math.hypot(frameUS(gapS), CONTACT_U_S) },
  );
  const filmed = useMemo((): Filmed => {
    const { stance } = expand(drill);
    const { target } = drill.plan;
    return {
      footLengthM: stance.body.footLength.valueM,
      toesDeg: (which, at) => toeHeadingDeg(stance, which, headingDeg(at, target.at)),
    };
  }, [drill]);
  const plannedLandings = useMemo(() => landingsPlanned(expand(drill)), [drill]);
  const [isFollowing, setFollowing] = useState(true);
  const left = useMemo(
    () => places.filter(({ name }) => !done.marks.some((mark) => mark.name === name)),
    [places, done.marks],
  );
  const hand: Hand =
    marking !== null ? { does: 'mark', name: marking } : boxing ? { does: 'box' } : { does: 'land' };
  const go = (by: number): void => setPlace(Math.max(0, Math.min(times.length - 1, place + by)));

  const placeAt = useCallback(
    (atS: number): number => {
      const at = times.findIndex((t) => t >= atS - 1e-6);
      return at < 0 ? times.length - 1 : at;
    },
    [times],
  );
  /** Goes to where the plan has the next landing, and takes its foot. */
  const goOn = (landings: readonly FilmLanding[]): void => {
    const next = nextLanding(plannedLandings, landings);
    if (!next) return;
    setFoot(next.foot);
    setTurning(next.isTurn);
    if (next.timeS !== null) setPlace(placeAt(next.timeS));
  };

  const thumbnail = (pixel: Point): string => {
    const canvas = view.current?.querySelector('canvas');
    if (!canvas) return '';
    return thumbnailOf(canvas, pixel, width);
  };
  const nextId = Math.max(0, ...done.landings.map(({ id }) => id)) + 1;
  const land = ({ from, to, isDrag }: Pressed): void => {
    const landing: FilmLanding = {
      id: nextId,
      foot,
      timeS,
      liftS: lift.current[foot] ?? null,
      ball: from,
      toe: isDrag ? to : null,
      isTurn: turning,
      uPx: (CLICK_U_PX * width) / 1280,
      uS: frameUS(gapS),
      heightM: 0,
      thumbnail: thumbnail(from),
      state: 'clicked',
    };
    lift.current = { ...lift.current, [foot]: undefined };
    const landings = [...done.landings, landing].sort((a, b) => a.timeS - b.timeS);
    change({ landings });
    setChosen(landing.id);
    setTurning(false);
    setFoot(otherOf(foot));
    if (isFollowing) goOn(landings);
  };
  const press = (pressed: Pressed): void => {
    if (!boxing) {
      land(pressed);
      return;
    }
    const { from, to } = pressed;
    setBox({
      x: Math.min(from.x, to.x),
      y: Math.min(from.y, to.y),
      width: Math.abs(to.x - from.x),
      height: Math.abs(to.y - from.y),
    });
    setBoxing(false);
  };
  const mark = (name: string, pixel: Point, isDone: boolean): void => {
    const others = done.marks.filter((one) => one.name !== name);
    change({ marks: [...others, { name, pixel }] }, true);
    // Four fix the floor: until then one follows the other.
    const isNext = isDone && marking === name && others.length + 1 < 4;
    if (isDone) setMarking((isNext && left.find((one) => one.name !== name)?.name) || null);
  };
  const moveLanding = (id: number, pixel: Point): void => {
    setChosen(id);
    change(
      {
        landings: done.landings.map((one) =>
          one.id === id
            ? {
                ...one,
                ball: pixel,
                toe: one.toe && {
                  x: one.toe.x + pixel.x - one.ball.x,
                  y: one.toe.y + pixel.y - one.ball.y,
                },
                state: 'clicked' as const,
                uPx: (CLICK_U_PX * width) / 1280,
              }
            : one,
        ),
      },
      true,
    );
  };
  const remove = useCallback(
    (id: number): void => change({ landings: done.landings.filter((one) => one.id !== id) }),
    [change, done.landings],
  );
  const startMarking = useCallback((name: string | null) => {
    setBoxing(false);
    setMarking(name);
  }, []);
  const startBoxing = useCallback((on: boolean) => {
    setMarking(null);
    setBoxing(on);
  }, []);
  const choose = useCallback(
    (one: FilmLanding) => {
      setChosen(one.id);
      setPlace(placeAt(one.timeS));
    },
    [placeAt],
  );
  const goToTime = useCallback((atS: number) => setPlace(placeAt(atS)), [placeAt]);
  const key = (event: KeyboardEvent<HTMLElement>, cross: Point): void => {
    const action = keyAction(event);
    if (!action) return;
    event.preventDefault();
    action(cross);
  };
  const keyAction = ({
    key: name,
    shiftKey,
    ctrlKey,
    metaKey,
  }: KeyboardEvent): ((cross: Point) => void) | null => {
    if (ctrlKey || metaKey) return name === 'z' ? work.undo : name === 'y' ? work.redo : null;
    switch (name) {
      case 'ArrowLeft':
        return () => go(shiftKey ? -10 : -1);
      case 'ArrowRight':
        return () => go(shiftKey ? 10 : 1);
      case 'Home':
        return () => setPlace(0);
      case 'End':
        return () => setPlace(times.length - 1);
      case 'l':
      case 'L':
        return () => setFoot('left');
      case 'r':
      case 'R':
        return () => setFoot('right');
      case 't':
        return () => setTurning(!turning);
      case 'n':
        return () => goOn(done.landings);
      case 'u':
        return () => {
          lift.current = { ...lift.current, [foot]: timeS };
        };
      case 'Enter':
        return (cross) =>
          marking === null ? land({ from: cross, to: cross, isDrag: false }) : mark(marking, cross, true);
      case 'Delete':
      case 'Backspace':
        return () => chosen !== null && remove(chosen);
      default:
        return hands.strikeOfKey(name);
    }
  };
  const near = done.landings.filter((one) => Math.abs(one.timeS - timeS) <= NEAR_S || one.id === chosen);
  return (
    <Box sx={{ ...BESIDE, gridTemplateColumns: 'minmax(0, 1fr) 360px' }}>
      <Box sx={{ '@media (min-width: 981px)': { position: 'sticky', top: 12 } }}>
        <Box ref={view}>
          <FilmView
            bitmap={bitmap}
            place={place}
            width={width}
            height={height}
            label={`Picture ${place + 1} of ${times.length}: arrow keys step, a press marks where the ${foot} foot lands`}
            floor={drill.plan.floor}
            work={work}
            hand={hand}
            near={near}
            chosen={chosen}
            outlying={typeof reading === 'string' ? null : reading.outlying}
            box={box}
            onPress={press}
            onMark={mark}
            onMove={moveLanding}
            onKey={key}
          />
        </Box>
        <Slider
          value={place}
          min={0}
          max={times.length - 1}
          aria-label="Picture"
          onChange={(_event, value) => setPlace(value)}
          sx={{ mt: 1 }}
        />
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
          <Button onClick={() => go(-10)}>−10</Button>
          <Button onClick={() => go(-1)}>One back</Button>
          <Button onClick={() => go(1)}>One on</Button>
          <Button onClick={() => go(10)}>+10</Button>
          <Box role="status">
            {timeS.toFixed(2)} s, picture {place + 1} of {times.length}
          </Box>
        </Box>
        {error && <ErrorBox error={error} />}
        {film.endsEarlyS !== null && (
          <ErrorBox
            error={
              new Error(
                `The film ends early, at ${film.endsEarlyS.toFixed(1)} s. What is there can be used; copy it again for the rest.`,
              )
            }
            title="The copy is not whole"
          />
        )}
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <MarksPanel work={work} left={left} marking={marking} onMarking={startMarking} />
        <LandingsPanel
          work={work}
          film={film}
          file={file}
          filmed={filmed}
          foot={foot}
          onFoot={setFoot}
          turning={turning}
          onTurning={setTurning}
          isFollowing={isFollowing}
          onFollowing={setFollowing}
          onNext={() => goOn(done.landings)}
          box={box}
          boxing={boxing}
          onBoxing={startBoxing}
          chosen={chosen}
          onChoose={choose}
          onRemove={remove}
        />
        {hands.planned.length > 0 && <StrikesPanel {...hands} how={AT_A_PICTURE} onGoTo={goToTime} />}
        <CheckFilm work={work} film={film} recorded={recorded} />
      </Box>
    </Box>
  );
}
