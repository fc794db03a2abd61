import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { checkTrack, type CheckSteps } from '@angled-chalk/core/check';
import { the } from '@angled-chalk/core/measure';
import { LIBRARY, libraryDrill } from '@angled-chalk/core/library';
import { DEMO_STUDENTS, simulate, TRACKER_DEFAULTS, type MadeFault } from '@angled-chalk/core/sim';
import type { Track } from '@angled-chalk/core/track';
import { z } from 'zod';
import { checkFile } from './check-file.ts';
import { CHECK_FILES } from './check-schema.ts';
import { readCheckFile, readStruckOut } from './read-json.ts';
import { openJsonSchema } from './write-schema.ts';

const anObject = z.record(z.string(), z.unknown());
const docs = (name: string): Record<string, unknown> =>
  anObject.parse(JSON.parse(readFileSync(new URL(`../../docs/schema/${name}`, import.meta.url), 'utf8')));
const ajv = new Ajv2020({ strict: false });
const schema = ajv.compile(docs('check.schema.json'));
const older = ajv.compile(docs('check-2.schema.json'));

const drill = libraryDrill(
  the(LIBRARY.find(({ id }) => id === 'two-forward-one-back')),
  the(DEMO_STUDENTS[0]),
);
const file = (
  faults: readonly { fault: MadeFault; moveNumber: number }[],
  cut: (track: Track) => Track = (track) => track,
  steps: CheckSteps = {},
): string => {
  const { track } = simulate(drill, { ...TRACKER_DEFAULTS, seed: 4, faults: [...faults] });
  return JSON.stringify(checkFile(drill, checkTrack(drill, cut(track), steps).report));
};
const upTo =
  (share: number) =>
  (track: Track): Track => {
    const n = Math.round(share * track.timeS.length);
    const cut = (values: Float64Array | null): Float64Array | null => values && values.slice(0, n);
    const foot = ({ x, y, z, headingDeg }: Track['left']): Track['left'] => ({
      x: x.slice(0, n),
      y: y.slice(0, n),
      z: cut(z),
      headingDeg: cut(headingDeg),
    });
    return { ...track, timeS: track.timeS.slice(0, n), left: foot(track.left), right: foot(track.right) };
  };
const short = Array.from(
  { length: 15 },
  (_, i) => ({ fault: 'wrong-foot-first', moveNumber: i + 1 }) as const,
);

const FILES: readonly (readonly [string, string])[] = [
  ['as planned', file([])],
  ['one slip', file([{ fault: 'step-short', moveNumber: 4 }])],
  ['a habit', file(short)],
  ['a part of it', file([], upTo(0.6))],
  ['a question', file([], upTo(0.02))],
  [
    'struck out',
    file(short, undefined, { struckOut: [{ id: 'habit wrong-foot-first all', reason: 'tape slipped' }] }),
  ],
];

// Source: JSON Schema draft 2020-12 as implemented by the reference validator ajv.
describe('the file of a check', () => {
  test('the published schemas are what the code would write today', () => {
    expect(docs('check.schema.json')).toEqual(openJsonSchema(CHECK_FILES[3]));
    expect(docs('check-2.schema.json')).toEqual(openJsonSchema(CHECK_FILES[2]));
  });

  test.each(FILES)('%s: is what its schema says, and is read again', (_, text) => {
    schema(JSON.parse(text));
    expect(schema.errors).toBeNull();
    expect(readCheckFile(text)).toMatchObject({ ok: true, value: { version: 3 } });
  });

  test('says slips, habits and ways by their kind, each with what is under it', () => {
    const kinds = FILES.map(([name, text]) => {
      const read = readCheckFile(text);
      const faults = read.ok && read.value.version === 3 ? read.value.faults : [];
      return [name, [...new Set(faults.map(({ kind }) => kind))]];
    });
    expect(Object.fromEntries(kinds)).toMatchObject({
      'as planned': [],
      'one slip': ['slip'],
      'a part of it': ['way'],
    });
    const read = readCheckFile(the(FILES[2])[1]);
    const faults = read.ok && read.value.version === 3 ? read.value.faults : [];
    const habit = the(faults.find(({ kind }) => kind === 'habit'));
    const slips = new Set(faults.flatMap((one) => (one.kind === 'slip' ? [one.id] : [])));
    expect(habit.consequences.length).toBeGreaterThan(0);
    expect(habit.consequences.every((id) => typeof id === 'string' && slips.has(id))).toBe(true);
  });

  // A file as version 2 wrote it, typed by hand from the description of that version.
  const finding = {
    id: 'step-short 4 right',
    fault: 'step-short',
    time_s: 4.2,
    foot: 'right',
    move_number: 4,
    at: { x: 1, y: 2 },
    measured: 0.1,
    limit: 0.15,
    unit: 'm',
    verdict: 'not-met',
    uncertainty: 0.01,
  };
  const two = {
    format: 'angled-chalk-check',
    version: 2,
    engine: 7,
    plan: 'Lane',
    student: 'Anyone',
    reading: { swap_feet: true },
    verdict: {
      outcome: 'not-met',
      matched: 9,
      planned: 10,
      fault_count: 1,
      undecided_count: 0,
      words: 'Not met: step too short.',
    },
    questions: [],
    moves: [
      {
        number: 4,
        status: 'matched',
        time_s: 4.2,
        footfalls: [7, 8],
        faults: ['step-short'],
        undecided: [],
        verdict: 'not-met',
      },
    ],
    faults: [
      {
        ...finding,
        consequences: [{ ...finding, id: 'stance-not-restored 4 right', fault: 'stance-not-restored' }],
      },
    ],
    undecided: [],
    plan_findings: [],
    notes: [{ about: 'walked up', words: '2 steps before the drill began: not judged.', time_s: 0.4 }],
    frame: null,
    tempo: { asked_per_min: 60, walked_per_min: 59, spread: 0.02, verdict: 'met', uncertainty: 0.1 },
    range: {},
    beat: {},
    balance: {},
    footfalls: [],
    capture: { notices: [] },
  };

  test('one of version 2 still opens, and one that is neither says where it is wrong', () => {
    older(two);
    expect(older.errors).toBeNull();
    expect(readCheckFile(JSON.stringify(two))).toMatchObject({ ok: true, value: { version: 2 } });
    expect(readCheckFile(JSON.stringify({ ...two, version: 4 })).ok).toBe(false);
    const odd = readCheckFile(JSON.stringify({ ...two, verdict: { ...two.verdict, outcome: 'good' } }));
    expect(!odd.ok && odd.problem.place.path).toBe('verdict.outcome');
  });

  test('every key of version 2 is in version 3, with its meaning', () => {
    const written = anObject.parse(JSON.parse(the(FILES[1])[1]));
    expect(Object.keys(written)).toEqual(expect.arrayContaining(Object.keys(two)));
    expect(Object.keys(anObject.parse(written['verdict']))).toEqual(
      expect.arrayContaining(Object.keys(two.verdict)),
    );
    const [fault] = z.array(anObject).parse(written['faults']);
    expect(Object.keys(the(fault))).toEqual(
      expect.arrayContaining([...Object.keys(finding), 'consequences']),
    );
  });

  test('what was struck out is taken from a file of either version', () => {
    expect(readStruckOut(JSON.stringify(two))).toMatchObject({ ok: true, value: [] });
    expect(readStruckOut(the(FILES[5])[1])).toMatchObject({
      ok: true,
      value: [{ id: 'habit wrong-foot-first all', reason: 'tape slipped' }],
    });
  });
});
