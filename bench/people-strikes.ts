import { chanceFrom, type Chance } from '@angled-chalk/core/measure';
import type { StrikeCue } from '@angled-chalk/core/pattern';
import { strikeTiming } from '@angled-chalk/core/range';
import { GOOD, idealOf, mixed, TRAVELS, type Ideal, type Kind } from './people-drills.ts';
import { checkOf } from './people.ts';
import { asPerson, type Walked } from './person.ts';
import { printTable } from './table.ts';

/** Hands come about when they should, 1 sigma. */
const HAND_S = 0.02;
const AFTER_STANCE_S = 0.18;
const BETWEEN_S = 0.32;
const NAMES = ['jab', 'cross', 'hook', 'uppercut'] as const;

interface Thrown {
  readonly name: string;
  readonly timeS: number;
  readonly move: number;
}

interface Striking {
  readonly ideal: Ideal;
  readonly thrown: readonly Thrown[];
}

/** A kind of drill with strikes in most of its moves: after the stance, or with the landing of their side. */
function withStrikes(kind: Kind, seed: number, chance: Chance): Striking {
  // Three strikes and two landings want a slow beat.
  const ideal = idealOf(kind, seed, 26);
  const { items } = ideal.plan.pattern;
  const thrown: Thrown[] = [];
  const named = items.map((item, i) => {
    const count = chance.below(4);
    if (!('move' in item) || count === 0) return item;
    const together = count === 1 && chance.uniform() < 0.4;
    const lead = ideal.student.leadSide;
    const own = ideal.walked.segments.filter(({ move, how }) => move === i + 1 && how === 'step');
    if (own.length === 0) return item;
    const lastS = Math.max(...own.map(({ toS }) => toS));
    const first = chance.below(NAMES.length);
    const cues = Array.from({ length: count }, (_, k): StrikeCue => {
      const strike = NAMES[(first + k) % NAMES.length] ?? 'jab';
      const { side, contactS } = strikeTiming(strike);
      const foot = (side === 'lead') === (lead === 'left') ? 'left' : 'right';
      const lands = own.findLast((one) => one.foot === foot)?.toS ?? lastS;
      const timeS = together ? lands : lastS + AFTER_STANCE_S + contactS + k * BETWEEN_S;
      thrown.push({ name: strike, timeS, move: i + 1 });
      return { strike, when: together ? 'together' : 'reset-first' };
    });
    return { ...item, strikes: cues };
  });
  return {
    ideal: { ...ideal, plan: { ...ideal.plan, pattern: { ...ideal.plan.pattern, items: named } } },
    thrown,
  };
}

interface StrikeFault {
  readonly name: string;
  readonly made: (
    thrown: readonly Thrown[],
    chance: Chance,
  ) => { readonly thrown: readonly Thrown[]; readonly move: number } | null;
}

const some = <T>(list: readonly T[], chance: Chance): T | undefined =>
  list[chance.below(Math.max(1, list.length))];

const FAULTS: readonly StrikeFault[] = [
  {
    name: 'missed-strike',
    made: (thrown, chance) => {
      const one = some(thrown, chance);
      return one ? { thrown: thrown.filter((other) => other !== one), move: one.move } : null;
    },
  },
  {
    name: 'wrong-strike',
    made: (thrown, chance) => {
      const one = some(thrown, chance);
      if (!one) return null;
      const name = one.name === 'hook' ? 'cross' : 'hook';
      return { thrown: thrown.map((other) => (other === one ? { ...one, name } : other)), move: one.move };
    },
  },
  {
    name: 'strike-order',
    made: (thrown, chance) => {
      const pairs = thrown.flatMap((one, i) => {
        const next = thrown[i + 1];
        return next && next.move === one.move ? [[one, next] as const] : [];
      });
      const pair = some(pairs, chance);
      if (!pair) return null;
      const [one, next] = pair;
      const names = new Map([
        [one, next.name],
        [next, one.name],
      ]);
      return {
        thrown: thrown.map((other) => ({ ...other, name: names.get(other) ?? other.name })),
        move: one.move,
      };
    },
  },
  {
    name: 'extra-strike',
    made: (thrown, chance) => {
      const singles = thrown.filter((one) => thrown.filter(({ move }) => move === one.move).length === 1);
      const one = some(singles, chance);
      if (!one) return null;
      const more = { name: one.name === 'jab' ? 'cross' : 'jab', timeS: one.timeS + 0.4, move: one.move };
      return { thrown: [...thrown, more].toSorted((a, b) => a.timeS - b.timeS), move: one.move };
    },
  },
];

const OF_STRIKES = [
  ...FAULTS.map(({ name }) => name),
  'strike-early',
  'strike-late',
] as const satisfies readonly string[];

const walkedWith = ({ ideal }: Striking, thrown: readonly Thrown[], chance: Chance): Walked =>
  asPerson(
    { ...ideal.walked, strikes: thrown.map(({ name, timeS }) => ({ name, timeS })) },
    ideal.start,
    ideal.facing,
    { ...GOOD, handS: HAND_S },
    chance,
  );

/** Strikes of people: each thing done wrong with the hands is told by its name at its move, and nothing else of them is. */
export function strikesOfPeople(each: number, seed: number): void {
  const rows = [...FAULTS, null].map((fault) => {
    let [made, told, others] = [0, 0, 0];
    for (const kind of TRAVELS)
      for (let i = 0; i < each; i++) {
        const at = seed + 787 * i + 1;
        const chance = chanceFrom(mixed(at + 17));
        const striking = withStrikes(kind, at, chance);
        const wrong = fault ? fault.made(striking.thrown, chance) : { thrown: striking.thrown, move: -1 };
        if (!wrong) continue;
        made++;
        const { report } = checkOf(striking.ideal, walkedWith(striking, wrong.thrown, chance), chance);
        const found = report.faults
          .flatMap(({ consequences, ...own }) => [own, ...consequences])
          .filter(({ fault: name, verdict }) => verdict === 'not-met' && OF_STRIKES.includes(name));
        const own = found.filter(
          ({ fault: name, moveNumber }) => name === fault?.name && moveNumber === wrong.move,
        );
        if (own.length > 0) told++;
        else if (fault && process.env['SHOW'])
          console.log(
            `${fault.name} | ${kind.name} | ${at}: move ${wrong.move}: ${found.map(({ id }) => id).join()}`,
          );
        if (found.length > own.length) {
          others++;
          if (process.env['SHOW'])
            console.log(`beside ${fault?.name} | ${kind.name} | ${at}: ${found.map(({ id }) => id).join()}`);
        }
      }
    return [
      fault?.name ?? '(as planned)',
      `${made}`,
      fault ? `${((100 * told) / Math.max(1, made)).toFixed(1)} %` : '-',
      `${((100 * others) / Math.max(1, made)).toFixed(1)} %`,
    ];
  });
  console.log('\nStrikes of people, where they are seen: demanded 99 % by name\n');
  printTable(['done wrong', 'drills', 'told by name, at its move', 'with another strike fault'], rows);
}
