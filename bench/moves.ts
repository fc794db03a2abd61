import { fitStance, SCHOOLS, type StudentFit } from '@angled-chalk/core/body';
import { checkTrack, flatFindings, type CheckReport } from '@angled-chalk/core/check';
import { chanceFrom } from '@angled-chalk/core/measure';
import type { Plan } from '@angled-chalk/core/pattern';
import { printTable } from './table.ts';
import { afterOf, BAG_M, laneDoings, stepDoing, targetDoings, type Doing } from './doings.ts';
import { trackOf, type Capture } from './walked-track.ts';
import { Walker, type Segment } from './walker.ts';

const MOVES_A_DRILL = 12;
/** A turn of a planted foot is looked for from here on. */
const LEAST_TURN_DEG = 14;
const SAME_S = 0.3;

interface Tally {
  readonly events: Map<string, { there: number; found: number }>;
  readonly faults: Map<string, { made: number; told: number; open: number; wrong: number }>;
  drills: number;
  clean: number;
  cleanNotMet: number;
  cleanOpen: number;
}

const CAPTURES: readonly (readonly [string, Capture])[] = [
  ['100 Hz, 5 mm', { rateHz: 100, noiseM: 0.005, headingDeg: 1.2 }],
  ['60 Hz, 10 mm', { rateHz: 60, noiseM: 0.01, headingDeg: 2 }],
];

/** Every kind of move, done by bodies of their own arithmetic: what is found of its events, and of what went wrong. */
export function moves(drills: number, seed: number): void {
  for (const [name, capture] of CAPTURES) {
    const tally: Tally = {
      events: new Map(),
      faults: new Map(),
      drills: 0,
      clean: 0,
      cleanNotMet: 0,
      cleanOpen: 0,
    };
    for (let i = 0; i < drills; i++) oneDrill(tally, capture, seed + i);
    console.log(
      `\nEvery kind of move at ${name}: ${drills} drills of about ${MOVES_A_DRILL} moves, seed ${seed}\n`,
    );
    printTable(
      ['kind of move', 'events there', 'found', 'share'],
      [...tally.events]
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([kind, { there, found }]) => [kind, `${there}`, `${found}`, (found / there).toFixed(3)]),
    );
    printTable(
      ['fault', 'made', 'told', 'cannot tell', 'told wrongly', 'recall', 'precision'],
      [...tally.faults]
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([fault, { made, told, open, wrong }]) => [
          fault,
          `${made}`,
          `${told}`,
          `${open}`,
          `${wrong}`,
          made === 0 ? '-' : (told / made).toFixed(3),
          told + wrong === 0 ? '-' : (told / (told + wrong)).toFixed(3),
        ]),
    );
    console.log(
      `Clean drills: ${tally.clean}, of them not met ${tally.cleanNotMet} (${((100 * tally.cleanNotMet) / Math.max(1, tally.clean)).toFixed(1)} %), cannot tell ${tally.cleanOpen}\nDemanded: events 0.99, recall and precision 0.97 each, clean drills not met under 2 %`,
    );
  }
}

function oneDrill(tally: Tally, capture: Capture, seed: number): void {
  const chance = chanceFrom(seed);
  const school = SCHOOLS[chance.below(SCHOOLS.length)];
  if (!school) return;
  const student: StudentFit = {
    name: 'Anyone',
    leadSide: chance.uniform() < 0.5 ? 'left' : 'right',
    schoolId: school.id,
    lengths: { statureM: 1.45 + 0.55 * chance.uniform() },
  };
  const { separation, stanceAngleDeg } = fitStance(student);
  const tempoPerMin = 38 + chance.below(17);
  // A third of the drills go about a bag, the others along a lane.
  const isAboutBag = chance.uniform() < 1 / 3;
  const bag = isAboutBag ? { x: 10, y: 10 + 1.15 } : { x: 10, y: 19 };
  const facing = isAboutBag ? 0 : 360 * chance.uniform() - 180;
  const walkerOf = (own: typeof chance) =>
    new Walker(
      {
        separationM: separation.valueM,
        angleDeg: stanceAngleDeg,
        leadToeDeg: school.leadToeOutDeg,
        rearToeDeg: school.rearToeOutDeg,
      },
      { lead: student.leadSide, at: { x: 10, y: 10 }, facing, ...(isAboutBag ? { target: bag } : {}) },
      60 / tempoPerMin,
      own,
    );
  const walker = walkerOf(chance);
  const start = walker.feet;
  const isClean = chance.uniform() < 0.5;
  const ideal = walkerOf(chanceFrom(seed));
  const planned = isAboutBag
    ? aboutBag(chance, { ahead: walkerOf(chanceFrom(seed)), ideal, isClean })
    : alongLane(chance, separation.valueM, { isClean, nth: seed });
  const { doings, wrongAt, fault: wanted } = planned;
  let made: { fault: string; move: number } | null = null;
  doings.forEach((doing, i) => {
    walker.move = walker.planned;
    const fault = i === wrongAt ? wanted : null;
    const first = walker.planned;
    doing.do(ideal, null);
    ideal.planned++;
    doing.do(walker, fault);
    if (fault) made = { fault, move: fault === 'half-exit' ? walker.planned : first };
    walker.planned++;
  });
  const plan: Plan = {
    name: 'Sequence',
    floor: {
      name: 'Roomy',
      outline: [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 20 },
        { x: 0, y: 20 },
      ],
      datums: [],
    },
    target: { kind: 'bag', at: bag, radiusM: BAG_M },
    facing: { on: isAboutBag ? 'target' : 'lane' },
    pattern: {
      start: { at: { x: 10, y: 10 }, headingDeg: facing },
      items: doings.map(({ move }) => ({ move })),
    },
    band: { kind: 'around-plan', toleranceM: 3 },
    tempoPerMin,
  };
  const { report } = checkTrack({ plan, student }, trackOf(walker, start, capture, chance));
  tally.drills++;
  countEvents(tally, walker.segments, report, doings);
  countFaults(tally, report, made, seed);
}

function drillOf(chance: ReturnType<typeof chanceFrom>, separationM: number): Doing[] {
  const all = laneDoings(chance, separationM);
  const doings: Doing[] = [];
  while (doings.length < MOVES_A_DRILL) {
    const doing = all[chance.below(all.length)];
    if (!doing) continue;
    doings.push(doing);
    const after = afterOf(doing);
    if (after) doings.push(after);
    if (chance.uniform() < 0.4) doings.push(stepDoing([0, 90, 180, -90][chance.below(4)] ?? 0, 0.1));
  }
  return doings;
}

/** A step back to where one who made no mistake stands after it: gaps are measured from the bag, not from a mistake. */
function backTo(ideal: Walker, ahead: Walker): Doing {
  const own = stepDoing(0, 0.1);
  return {
    ...own,
    do: (walker, wrong) => {
      if (walker === ideal || walker === ahead) own.do(walker, wrong);
      else {
        walker.facing = ideal.facing;
        walker.both(walker.lead, ideal.feet);
      }
    },
  };
}

interface Planned {
  readonly doings: readonly Doing[];
  /** Which of them goes wrong, and what; -1 and null: none. */
  readonly wrongAt: number;
  readonly fault: string | null;
}

const CLEAN = { wrongAt: -1, fault: null } as const;

/** Whoever went wrong finds the stance again with the next step. Every fault is made as often as any other. */
function alongLane(
  chance: ReturnType<typeof chanceFrom>,
  separationM: number,
  { isClean, nth }: { readonly isClean: boolean; readonly nth: number },
): Planned {
  const doings = drillOf(chance, separationM);
  if (isClean) return { doings, ...CLEAN };
  const all = laneDoings(chance, separationM);
  const faults = [...new Set(all.flatMap(({ wrongs }) => wrongs))];
  const fault = faults[nth % faults.length] ?? '';
  const able = all.filter(({ wrongs }) => wrongs.includes(fault));
  const doing = able[chance.below(able.length)];
  if (!doing) return { doings, ...CLEAN };
  // Never between a stance that was widened and the foot that restores it.
  const places = doings.flatMap((_, i) => (i > 1 && doings[i - 1]?.move.do !== 'widen' ? [i] : []));
  const wrongAt = places[chance.below(places.length)] ?? doings.length;
  return { doings: doings.toSpliced(wrongAt, 0, doing, stepDoing(0, 0.1)), wrongAt, fault };
}

/** Moves about a bag; a walker that makes no mistakes goes ahead, so that gaps can be named. */
function aboutBag(
  chance: ReturnType<typeof chanceFrom>,
  { ahead, ideal, isClean }: { readonly ahead: Walker; readonly ideal: Walker; readonly isClean: boolean },
): Planned {
  const doings: Doing[] = [];
  const push = (doing: Doing): void => {
    doings.push(doing);
    doing.do(ahead, null);
  };
  const wrongAt = isClean ? -1 : 2 + chance.below(6);
  while (doings.length < MOVES_A_DRILL - 2) {
    const all = targetDoings(chance, ahead).filter(
      ({ wrongs }) => doings.length !== wrongAt || wrongs.length > 0,
    );
    const doing = all[chance.below(all.length)];
    if (!doing) continue;
    push(doing);
    if (doings.length - 1 === wrongAt) push(backTo(ideal, ahead));
  }
  const wrongs = doings[wrongAt]?.wrongs ?? [];
  return { doings, wrongAt, fault: wrongs[chance.below(Math.max(1, wrongs.length))] ?? null };
}

function countEvents(
  { events }: Tally,
  segments: readonly Segment[],
  report: CheckReport,
  doings: readonly Doing[],
): void {
  const kinds = kindsOf(doings);
  for (const { foot, how, from, to, fromS, toS, move } of segments) {
    const wayM = Math.hypot(to.x - from.x, to.y - from.y);
    if (how === 'bounce') continue;
    if (how === 'pivot' && Math.abs(to.h - from.h) < LEAST_TURN_DEG) continue;
    if (how === 'step' && wayM < 0.04) continue;
    const kind = kinds.get(move) ?? '?';
    const row = events.get(kind) ?? { there: 0, found: 0 };
    row.there++;
    const isThere = report.footfalls.some(
      (seen) =>
        seen.foot === foot &&
        (seen.how === 'pivot') === (how === 'pivot') &&
        Math.abs(seen.landS - toS) < SAME_S &&
        Math.abs(seen.liftS - fromS) < SAME_S,
    );
    if (isThere) row.found++;
    else if (process.env['VERBOSE'])
      console.log('not found', kind, foot, how, fromS.toFixed(2), toS.toFixed(2), wayM.toFixed(3));
    events.set(kind, row);
  }
}

/** The kind of each planned move by its number: some moves of a list are several. */
function kindsOf(doings: readonly Doing[]): Map<number, string> {
  const kinds = new Map<number, string>();
  let number = 1;
  for (const { move, count = 1 } of doings) {
    for (let i = 0; i < count; i++) kinds.set(number + i, move.do);
    number += count;
  }
  return kinds;
}

/** Two names of one thing, told once. */
const nameOf = (fault: string): string => (fault === 'stance-not-restored' ? 'foot-not-following' : fault);

function countFaults(
  tally: Tally,
  report: CheckReport,
  made: { fault: string; move: number } | null,
  seed: number,
): void {
  const row = (fault: string) => {
    const known = tally.faults.get(nameOf(fault)) ?? { made: 0, told: 0, open: 0, wrong: 0 };
    tally.faults.set(nameOf(fault), known);
    return known;
  };
  if (!made) {
    tally.clean++;
    if (report.faults.length > 0) tally.cleanNotMet++;
    else if (report.undecided.length > 0) tally.cleanOpen++;
  } else {
    const own = row(made.fault);
    own.made++;
    const isOwn = ({ fault, moveNumber }: { fault: string; moveNumber: number | null }): boolean =>
      nameOf(fault) === nameOf(made.fault) && (moveNumber === null || Math.abs(moveNumber - made.move) <= 1);
    if (flatFindings(report.faults).some(isOwn)) own.told++;
    else if (flatFindings(report.undecided).some(isOwn)) {
      own.open++;
      if (process.env['VERBOSE'])
        console.log(
          `seed ${seed}: ${made.fault} of move ${made.move} open`,
          flatFindings(report.undecided)
            .filter(isOwn)
            .map((f) => `${f.fault} ${f.measured} ${f.limit} ${f.expandedU}`)
            .join(),
        );
    } else if (process.env['VERBOSE'])
      console.log(
        `seed ${seed}: ${made.fault} of move ${made.move} not told:`,
        ...report.faults.map((f) => `${f.fault}#${f.moveNumber}`),
      );
  }
  // A cause is right where something was made to go wrong, at that move or the one that makes it good.
  for (const cause of report.faults) {
    const near =
      made && cause.moveNumber !== null && cause.moveNumber >= made.move && cause.moveNumber <= made.move + 1;
    const isRight = made && (near || (cause.moveNumber === null && made.fault === 'extra-move'));
    if (isRight) continue;
    row(cause.fault).wrong++;
    if (process.env['VERBOSE'])
      console.log(
        `seed ${seed}: told wrongly ${cause.fault}#${cause.moveNumber} ${cause.measured.toFixed(3)} ${cause.limit.toFixed(3)} ${cause.expandedU.toFixed(3)}, made ${made ? `${made.fault}#${made.move}` : 'nothing'}`,
      );
  }
}
