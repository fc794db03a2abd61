import { type Doing } from './doings.ts';
import { placeAhead, stepTo, type Place, type Scene, type Stage } from './scene.ts';
import type { Name, Walker } from './walker.ts';

const CONE_M = 0.1;

/** Cones in a row, passed on alternating sides in a few pushes each; one is stood on, or passed on the wrong side. */
export function weave(stage: Stage): Scene {
  const { chance, facing, isClean, separationM } = stage;
  const cones = 3 + chance.below(2);
  const spacingM = 1 + 0.3 * chance.uniform();
  const besideM = 0.35 + CONE_M + separationM / 2;
  const startSide: Name = chance.uniform() < 0.5 ? 'left' : 'right';
  const pushes = Math.ceil(Math.hypot(spacingM, 2 * besideM) / (0.75 * separationM));
  const firstSide = startSide === 'left' ? -1 : 1;
  const firstM = spacingM / 2;
  const cornersOf = (wrongCone: number): Place[] => [
    [0, 0],
    ...Array.from({ length: cones }, (_, i): Place => {
      const side = (i % 2 === 0 ? firstSide : -firstSide) * (i === wrongCone ? -1 : 1);
      return [firstM + i * spacingM, side * besideM];
    }),
    [cones * spacingM, 0],
  ];
  const walkOf = (wrongCone: number): Place[] => {
    const corners = cornersOf(wrongCone);
    return corners.flatMap((to, i): Place[] => {
      const from = corners[i - 1];
      if (!from) return [to];
      return Array.from({ length: pushes }, (_, k): Place => {
        const share = (k + 1) / pushes;
        return [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1])];
      });
    });
  };
  const wrongCone = chance.below(cones);
  const onto = chance.uniform() < 0.5;
  const wrongs = walkOf(wrongCone);
  const right = walkOf(-1);
  const fault = isClean ? null : onto ? 'cone-touched' : 'wrong-side-of-cone';
  const all: Doing = {
    move: { do: 'hold' },
    count: right.length - 1,
    wrongs: [],
    do: (walker, wrong) => {
      const first = walker.planned;
      const walk = wrong === 'wrong-side-of-cone' ? wrongs : right;
      // The step that ends beside the cone, onto it with the foot that comes down nearer.
      const touches = wrong === 'cone-touched' ? pushes * (wrongCone + 1) : -1;
      for (let i = 1; i < walk.length; i++) {
        const [from, to] = walk.slice(i - 1, i + 1);
        if (!from || !to) continue;
        walker.planned = first + i - 1;
        walker.move = walker.planned;
        stepTo(to, from).do(walker, null);
        if (i === touches) onCone(walker, ahead(firstM + wrongCone * spacingM, 0));
      }
      walker.wrongSpan =
        wrong === 'cone-touched'
          ? [first + touches - 1, first + touches - 1]
          : [first + pushes * wrongCone, first + pushes * (wrongCone + 2) - 1];
    },
  };
  const ahead = placeAhead(facing);
  return {
    doings: [all],
    items: [
      {
        weave: {
          cones,
          spacingM,
          sideOffsetM: besideM,
          startSide,
          firstCone: ahead(firstM, 0),
          laneHeadingDeg: facing,
          coneRadiusM: CONE_M,
          coneHeight: 'flat',
          wayBack: false,
          laps: 1,
          pushes,
          alike: true,
        },
      },
    ],
    wrongAt: isClean ? -1 : 0,
    fault,
    plan: {
      limits: { halfStepRatio: 1, overstretchRatio: 2.2, reason: 'Pushes from cone to cone' },
    },
  };
}

/** The last landing that is nearer to a cone comes down on it. */
function onCone(walker: Walker, cone: { readonly x: number; readonly y: number }): void {
  const { segments } = walker;
  const awayM = (i: number): number => {
    const to = segments[i]?.to;
    return to ? Math.hypot(to.x - cone.x, to.y - cone.y) : Infinity;
  };
  const n = segments.length;
  const i = awayM(n - 1) < awayM(n - 2) ? n - 1 : n - 2;
  const own = segments[i];
  if (!own) return;
  const to = { ...cone, h: own.to.h };
  segments[i] = { ...own, to };
  walker.feet = { ...walker.feet, [own.foot]: to };
}
