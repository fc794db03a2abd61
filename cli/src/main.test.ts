import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_DRILLS, recordDemoDrill } from '@angled-chalk/core/sim';
import { run } from '../test/run.ts';
import { z } from 'zod';

const examples = join(__dirname, '../../examples');
const example = (name: string): string => join(examples, name);
const folder = mkdtempSync(join(tmpdir(), 'angled-chalk-cli-'));

const DRILL = ['--plan', example('zigzag.plan.json'), '--student', example('imke.student.json')];

test('expand gives the footfalls as JSON, CSV or SVG', async () => {
  const json = JSON.parse((await run('expand', ...DRILL)).out) as {
    footfalls: { foot: string; land_s: number }[];
    moves: { number: number }[];
    findings: unknown[];
  };
  // Two feet a move, the last move numbered with how many there are.
  expect(json.footfalls).toHaveLength(2 * json.moves.at(-1)!.number);
  expect(json.footfalls[0]!.foot).toBe('left');
  expect(json.findings).toEqual([]);
  const csv = await run('expand', ...DRILL, '--format', 'csv');
  expect(csv.out.split('\n')[0]).toContain('land_s');
  const svg = await run('expand', ...DRILL, '--format', 'svg');
  expect(svg.out).toMatch(/^<svg /);
});

test('expand tells of each event which foot does what, from where to where, when, and about what', async () => {
  const args = ['--plan', example('in-and-round.plan.json'), '--student', example('imke.student.json')];
  const { out } = await run('expand', ...args);
  interface Place {
    readonly x: number;
    readonly y: number;
  }
  interface Event {
    readonly kind: string;
    readonly how: string;
    readonly from: Place;
    readonly to: Place;
    readonly about: Place | null;
  }
  const file = JSON.parse(out) as { version: number; events: Event[]; footfalls?: unknown };
  expect(file.version).toBe(2);
  expect(file.footfalls).toBeUndefined();
  const swing = file.events.find(({ kind, how }) => kind === 'pivot' && how !== 'pivot');
  expect(Object.keys(swing ?? {}).toSorted()).toEqual([
    'about',
    'foot',
    'from',
    'heading_after_deg',
    'heading_before_deg',
    'how',
    'kind',
    'land_s',
    'lift_s',
    'move',
    'number',
    'to',
  ]);
  // The ball it goes round stays as far away as it was.
  const from = (end: Place | undefined) =>
    Math.hypot((end?.x ?? NaN) - (swing?.about?.x ?? NaN), (end?.y ?? NaN) - (swing?.about?.y ?? NaN));
  expect(from(swing?.to)).toBeCloseTo(from(swing?.from), 9);
  const csv = await run('expand', ...args, '--format', 'csv');
  expect(csv.out.split('\n')).toHaveLength(file.events.length + 2);
});

test('a plan file of version 1 is read as it is, and becomes one of version 2', async () => {
  const old = join(folder, 'old.plan.json');
  writeFileSync(old, readFileSync(join(__dirname, '../../core/test/version-1/zigzag.plan.json'), 'utf8'));
  const student = ['--student', example('imke.student.json')];
  const migrated = join(folder, 'new.plan.json');
  expect((await run('convert', '--plan', old, '--to', '2', '--out', migrated)).code).toBe(0);
  expect(JSON.parse(readFileSync(migrated, 'utf8'))).toMatchObject({ version: 2 });
  const [before, after] = [
    await run('expand', '--plan', old, ...student),
    await run('expand', '--plan', migrated, ...student),
  ];
  expect(before.code).toBe(0);
  expect(after.out).toBe(before.out);
});

test('expand fails on findings only when asked to', async () => {
  const args = ['expand', '--plan', example('zigzag.plan.json'), '--student', example('tobiah.student.json')];
  expect((await run(...args)).code).toBe(0);
  expect((await run(...args, '--fail-on', 'findings')).code).toBe(1);
});

test('setout gives two tapes and a check for every cone', async () => {
  const table = JSON.parse((await run('setout', '--plan', example('zigzag.plan.json'))).out) as {
    rows: { how: { distances_m: number[] } }[];
    checks: { distance_m: number }[];
  };
  expect(table.rows).toHaveLength(5);
  expect(table.checks.map(({ distance_m: metres }) => metres)).toEqual([10, 10]);
  const wide = await run(
    'setout',
    '--plan',
    example('zigzag.plan.json'),
    '--reading-error',
    '2',
    '--format',
    'csv',
  );
  expect(wide.code).toBe(0);
});

const HALL = ['--floor', example('hall.floor.json'), '--student', example('imke.student.json')];

test('setout of a floor serves every mark of it, as JSON, CSV and PDF', async () => {
  const { out } = await run('setout', ...HALL, '--tape', '8');
  const table = JSON.parse(out) as { rows: { how: { kind: string } }[]; materials: { flat_cones: number } };
  expect(table.rows.length).toBe(table.materials.flat_cones + 4);
  expect((await run('setout', ...HALL, '--format', 'csv')).out.split('\n')[0]).toContain('first_tape_m');
  const pdf = join(folder, 'hall.pdf');
  expect((await run('setout', ...HALL, '--format', 'pdf', '--paper', 'Letter', '--out', pdf)).code).toBe(0);
  expect(readFileSync(pdf).subarray(0, 5).toString()).toBe('%PDF-');
});

test('a floor converted to a drawing or a table and back keeps every mark', async () => {
  const marks = async (kind: 'svg' | 'csv'): Promise<number> => {
    const file = join(folder, `hall.${kind}`);
    expect((await run('convert', ...HALL, '--to', kind, '--out', file)).code).toBe(0);
    const { out } = await run('convert', '--file', file, '--to', 'json');
    return (JSON.parse(out) as { floor: { pieces: unknown[] } }).floor.pieces.length;
  };
  expect(await marks('svg')).toBe(12);
  expect(await marks('csv')).toBe(12);
  expect((await run('convert', ...HALL, '--to', 'dxf')).out).toContain('DIMENSIONS');
});

/** A check file, as far as it is looked at here. */
const checkIn = (path: string) =>
  JSON.parse(readFileSync(path, 'utf8')) as {
    faults: {
      id: string;
      fault: string;
      time_s: number;
      foot: string;
      measured: number;
      limit: number;
      uncertainty: number;
      move_number: number;
      consequences: unknown[];
      kind: string;
    }[];
    moves: { number: number; verdict: string }[];
    verdict: { outcome: string; matched: number; planned: number; fault_count: number; clean: number };
    struck_out: { id: string; reason: string; was: unknown }[];
    range: object;
    beat: object;
    balance: object;
  };

test('check finds in the example what was put into it', async () => {
  const out = join(folder, 'imke.check.json');
  const { code } = await run(
    'check',
    ...DRILL,
    '--track',
    example('imke.track.csv'),
    '--out',
    out,
    '--fail-on',
    'faults',
    // Everything clean is asked for.
    '--standard',
    '1',
  );
  expect(code).toBe(1);
  const report = checkIn(out);
  expect(report.verdict.outcome).toBe('not-met');
  expect(report.verdict.matched).toBe(report.verdict.planned);
  const placed = DEMO_DRILLS[0]!.settings.faults!;
  for (const { fault, moveNumber } of placed) {
    const found = report.faults.find((one) => one.fault === fault && one.move_number === moveNumber);
    expect(found).toMatchObject({ fault, move_number: moveNumber });
    expect(found!.uncertainty).toBeGreaterThan(0);
  }
  // Four things went wrong, and four are counted: what followed stands under them.
  const slips = report.faults.filter(({ kind }) => kind === 'slip');
  expect(slips).toHaveLength(placed.length);
  expect(report.verdict.fault_count).toBe(placed.length);
  expect(report).toMatchObject({
    undecided: [],
    plan_findings: [],
    notes: [],
    questions: [],
    frame: { shift_m: { x: expect.any(Number) as number }, turn_deg: expect.any(Number) as number },
    tempo: { asked_per_min: 60, verdict: 'met' },
  });
  expect(slips.flatMap(({ consequences }) => consequences)).not.toEqual([]);
  expect(recordDemoDrill(DEMO_DRILLS[0]!).planned.student.name).toBe('Imke Varga');
});

test('what is struck out of a check counts no more, from a list or from a check file', async () => {
  const list = join(folder, 'struck.json');
  const out = join(folder, 'struck.check.json');
  const args = ['check', ...DRILL, '--track', example('imke.track.csv'), '--out', out];
  const read = () => checkIn(out);
  await run(...args);
  const before = read();
  const id = before.faults.find(({ kind }) => kind === 'slip')?.id ?? '';
  writeFileSync(list, JSON.stringify([{ id, reason: 'I watched it' }]));
  for (const from of [list, out]) {
    expect((await run(...args, '--struck-out', from)).code).toBe(0);
    const after = read();
    expect(after.struck_out).toMatchObject([{ id, reason: 'I watched it', was: { id } }]);
    expect(after.faults.map((one) => one.id)).not.toContain(id);
    expect(after.verdict.fault_count).toBe(before.verdict.fault_count - 1);
    expect(after.verdict.clean).toBeGreaterThan(before.verdict.clean);
  }
  writeFileSync(list, JSON.stringify([{ id, reason: '' }]));
  const { code, err } = await run(...args, '--struck-out', list);
  expect(code).toBe(2);
  expect(err).toContain('reason');
});

test('a clean recording passes', async () => {
  const lise = ['--student', example('lise.student.json'), '--track', example('lise.track.csv')];
  const args = ['check', '--plan', example('zigzag.plan.json'), ...lise, '--fail-on', 'undecided'];
  const { code, out } = await run(...args);
  expect(code).toBe(0);
  expect(JSON.parse(out)).toMatchObject({ faults: [] });
});

test('what cannot be told fails only when asked to: verdict, lists and exit code agree', async () => {
  // A tracker whose places may all be off by a hand's breadth.
  const coarse = join(folder, 'coarse.track.csv');
  const text = readFileSync(example('noor.track.csv'), 'utf8');
  writeFileSync(coarse, text.replace(/position_u_m: [\d.]+/, 'position_u_m: 0.05'));
  const noor = ['--student', example('noor.student.json'), '--track', coarse];
  const check = (...more: string[]) =>
    run('check', '--plan', example('wide-zigzag.plan.json'), ...noor, ...more);
  const asked = await check('--fail-on', 'faults');
  const report = JSON.parse(asked.out) as {
    verdict: { outcome: string; undecided_count: number };
    faults: unknown[];
    undecided: { verdict: string }[];
  };
  expect(report.verdict.outcome).toBe('cannot-tell');
  expect(report.faults).toEqual([]);
  expect(report.undecided).toHaveLength(report.verdict.undecided_count);
  expect(new Set(report.undecided.map(({ verdict }) => verdict))).toEqual(new Set(['cannot-tell']));
  expect(asked.code).toBe(0);
  expect((await check('--fail-on', 'undecided')).code).toBe(1);
  expect((await check()).code).toBe(0);
});

test('range tells what two people are to each other, and what follows from it', async () => {
  const pair = [
    'range',
    '--student',
    example('davor.student.json'),
    '--partner',
    example('imke.student.json'),
  ];
  const { out } = await run(
    ...pair,
    ...'--gap 1.2 --map 0.2 --in-out --strikes jab,cross --returns 2'.split(' '),
    ...'--circle --by 90 --radius 1 --bag --length 1.8 --amplitude 20'.split(' '),
  );
  const told: {
    free_window: { sure: { from_m: number; to_m: number } | null };
    least_bad_gap_m: number;
    bands: { mine: { name: string; from_m: number; to_m: number }[] };
    pair: { strike: string; part: string; gap_m: number; now: string }[];
    cells: object[];
    areas_m2: Record<string, number>;
    steps_in: number;
    lands: { strike: string; landing: number }[];
    steps_out: number;
    clear: Record<string, { out: boolean }>;
    steps: number;
    angle_each_deg: number;
    closest_m: number;
    keep_clear_m: number;
    windows: { strike: string }[];
  } = JSON.parse(out);
  const { sure } = told.free_window;
  expect(sure && sure.from_m < told.least_bad_gap_m && told.least_bad_gap_m < sure.to_m).toBe(true);
  expect(told.bands.mine.map(({ name }) => name)).toContain('pocket');
  expect(told.pair.every(({ now }) => ['met', 'not-met', 'cannot-tell'].includes(now))).toBe(true);
  expect(told.cells).toHaveLength(30 * 30);
  expect(Object.values(told.areas_m2).reduce((a, b) => a + b, 0)).toBeCloseTo(36, 6);
  expect(told.lands.map(({ strike }) => strike)).toEqual(['jab', 'cross']);
  expect(told.steps_in).toBe(Math.max(...told.lands.map(({ landing }) => landing)));
  expect(Object.keys(told.clear).toSorted()).toEqual(['body', 'feet', 'head', 'thigh']);
  expect(told.steps * told.angle_each_deg).toBeCloseTo(90, 9);
  // By hand: 1.8 m at 20 degrees swings 1.8 sin 20 = 0.6156 m.
  expect(told.keep_clear_m).toBeCloseTo(2 * 0.6156, 3);
  expect(told.windows.length).toBeGreaterThan(0);
});

test.each([
  [['--map', '0.001'], '--map is a number from 0.02 to 1'],
  [['--in-out', '--strikes', 'slap'], 'there is no strike "slap"'],
  [['--circle'], '--circle needs --by'],
])('range says what is wrong with %j', async (more, words) => {
  const pair = [
    'range',
    '--student',
    example('davor.student.json'),
    '--partner',
    example('imke.student.json'),
  ];
  const { code, err } = await run(...pair, ...more);
  expect(code).toBe(2);
  expect(err).toContain(words);
});

test('range holds the gap to a target that moves: three answers, the one that knows all the best', async () => {
  const rows = Array.from({ length: 401 }, (_, i) => {
    const t = i * 0.05;
    const y = 1.5 + 0.2 * Math.sin((2 * Math.PI * t) / 5);
    return [t.toFixed(2), '-0.15', '0.1', '0.15', '-0.1', '0', y.toFixed(4)].join(',');
  });
  const motion = join(folder, 'motion.csv');
  const header = 'time_s,left_x_m,left_y_m,right_x_m,right_y_m,target_x_m,target_y_m';
  writeFileSync(motion, `${header}\n${rows.join('\n')}\n`);
  const davor = ['range', '--student', example('davor.student.json'), '--hold', '--motion', motion];
  const { code, out } = await run(...davor, '--tempo', '75');
  expect(code).toBe(0);
  const told: {
    schedules: Record<'known' | 'period' | 'reacting', { share_in_band: number }>;
    period_s: number;
    keeps_up: boolean;
  } = JSON.parse(out);
  const { known, period, reacting } = told.schedules;
  expect(told.period_s).toBeCloseTo(5, 1);
  expect(known.share_in_band).toBeGreaterThanOrEqual(period.share_in_band);
  expect(known.share_in_band).toBeGreaterThanOrEqual(reacting.share_in_band);
  const still = join(folder, 'still.csv');
  const lines = Array.from({ length: 20 }, (_, i) => `${(i / 10).toFixed(1)},0,0,0.3,0`);
  writeFileSync(still, `time_s,left_x_m,left_y_m,right_x_m,right_y_m\n${lines.join('\n')}\n`);
  const bad = await run('range', '--student', example('davor.student.json'), '--hold', '--motion', still);
  expect(bad.code).toBe(2);
  expect(bad.err).toContain('target_x_m');
});

/** A partner who goes to and fro, and a student who stays: 40 s at 20 Hz. */
function movingTrack(name: string): string {
  const path = join(folder, name);
  const rows = Array.from({ length: 800 }, (_, i) => {
    const t = i / 20;
    const y = 2.3 + 0.3 * Math.sin(0.9 * t) + 0.1 * Math.sin(2.3 * t);
    return `${t.toFixed(2)},1.8,0.9,2.2,1.1,2,${y.toFixed(4)}`;
  });
  writeFileSync(
    path,
    `time_s,left_x_m,left_y_m,right_x_m,right_y_m,target_x_m,target_y_m\n${rows.join('\n')}\n`,
  );
  return path;
}

const PAIR = ['range', '--student', example('imke.student.json'), '--partner', example('davor.student.json')];

test('range answers a strike, a retreat and close work, shows the strong zones, and compares', async () => {
  const { code, out } = await run(
    ...PAIR,
    ...'--gap 0.9 --counter cross --retreat rear-round-kick-body'.split(' '),
    ...'--close --strikes lead-hook,rear-knee --zones --compare'.split(' '),
  );
  expect(code).toBe(0);
  const gap = z.object({ gap_m: z.number() });
  const span = z.object({ from_m: z.number(), to_m: z.number() });
  const report = z
    .object({
      counters: z.array(z.object({ way: z.string() })),
      retreat: z.object({ stops: z.array(gap) }),
      close: z.array(gap.extend({ fits: span })),
      strong: z.array(span.extend({ depth_m: z.number() })),
      compared: z.array(z.object({ what: z.string() })),
    })
    .parse(JSON.parse(out));
  expect(report.counters.map(({ way }) => way)).toContain('slip-left');
  expect(report.retreat.stops[0]?.gap_m).toBeCloseTo(0.9, 9);
  for (const { gap_m: gapM, fits } of report.close) {
    expect(gapM).toBeGreaterThanOrEqual(fits.from_m);
    expect(gapM).toBeLessThanOrEqual(fits.to_m);
  }
  for (const { from_m: fromM, to_m: toM, depth_m: depthM } of report.strong)
    expect(toM - fromM).toBeCloseTo(depthM, 12);
  expect(report.compared.length).toBeGreaterThan(5);
});

test('range reads a round without a plan: words, numbers, and a row every twentieth of a second', async () => {
  const track = movingTrack('moving.csv');
  const { out } = await run(...PAIR, '--read', track, '--near', '1.1', '--far', '1.5');
  const { round } = z
    .object({
      round: z.object({
        words: z.array(z.string()),
        in_band: z.object({ share_in_band: z.number() }),
        response: z.unknown(),
      }),
    })
    .parse(JSON.parse(out));
  expect(round.words[0]).toContain('in the band');
  expect(round.in_band.share_in_band).toBeGreaterThan(0.2);
  expect(round.response).toBe('nothing follows');
  const csv = await run(...PAIR, '--read', track, '--format', 'csv');
  const lines = csv.out.trim().split('\n');
  expect(lines[0]).toBe('time_s,gap_m,could_hit,angle_off_deg');
  expect(lines.length).toBe(801);
  const bad = await run(...PAIR, '--read', track, '--near', '2', '--far', '1');
  expect([bad.code, bad.err]).toEqual([2, expect.stringContaining('--near')]);
});

test('range gives the ground and the bands as pictures, and tables as CSV', async () => {
  const ground = await run(...PAIR, '--map', '0.2', '--format', 'svg');
  expect(ground.out).toMatch(/^<svg [^>]*viewBox[\s\S]*<\/svg>\n$/);
  expect((await run(...PAIR, '--format', 'svg')).out).toContain('one step');
  expect((await run(...PAIR, '--map', '0.5', '--format', 'csv')).out.split('\n')).toHaveLength(12 * 12 + 2);
  const alone = await run('range', '--student', example('imke.student.json'), '--format', 'svg');
  expect([alone.code, alone.err]).toEqual([2, expect.stringContaining('--partner')]);
  const unknown = await run(...PAIR, '--counter', 'headbutt');
  expect([unknown.code, unknown.err]).toEqual([2, expect.stringContaining('headbutt')]);
});

test('a map needs somebody to stand about', async () => {
  const { code, err } = await run('range', '--student', example('davor.student.json'), '--map', '0.2');
  expect(code).toBe(2);
  expect(err).toContain('--map needs --partner');
});

test('range gives a pair the contact distances of both, a bag those of one', async () => {
  const pair = await run(
    'range',
    '--student',
    example('tobiah.student.json'),
    '--partner',
    example('imke.student.json'),
    '--part',
    'head',
  );
  const report = JSON.parse(pair.out) as {
    contacts: { strike: string; gap_m: number; uncertainty: number; calibrated: boolean }[];
    returned: { strike: string; gap_m: number }[];
    rules_of_thumb: { verdict: string }[];
  };
  expect(report.contacts.length).toBe(report.returned.length);
  const jab = (list: readonly { strike: string; gap_m: number }[]): number =>
    list.find(({ strike }) => strike === 'jab')!.gap_m;
  expect(jab(report.contacts)).toBeGreaterThan(jab(report.returned));
  expect(report.rules_of_thumb).toHaveLength(2);
  const bag = await run(
    'range',
    '--student',
    example('imke.student.json'),
    '--target',
    'bag',
    '--height',
    '120',
  );
  expect(bag.code).toBe(0);
  expect(JSON.parse(bag.out)).not.toHaveProperty('returned');
});

describe('what cannot be done ends with 2, the file, the place and the reason', () => {
  const bad = (name: string, text: string): string => {
    const path = join(folder, name);
    writeFileSync(path, text);
    return path;
  };
  const lines = readFileSync(example('imke.track.csv'), 'utf8').split('\n');
  const withLine = (at: number, line: string): string =>
    [...lines.slice(0, at), line, ...lines.slice(at)].join('\n');

  test.each([
    ['no verb', [], 'angled-chalk expand'],
    ['an unknown verb', ['dance'], 'There is no verb "dance"'],
    ['an unknown option', ['expand', '--colour', 'red'], '--colour'],
    ['a missing option', ['check', ...DRILL], '--track is missing'],
    ['a wrong choice', ['expand', ...DRILL, '--format', 'pdf'], '--format is one of json, csv, svg'],
    [
      'a file that is not there',
      ['setout', '--plan', '/nowhere.json'],
      '/nowhere.json: cannot be read (ENOENT)',
    ],
    ['a plan that is a track', ['setout', '--plan', example('imke.track.csv')], 'not-json'],
    [
      'text in a number cell',
      ['check', ...DRILL, '--track', bad('text.csv', withLine(40, '0.35,a,b,c,d,1,1,1,1'))],
      'line 41, column left_x_m',
    ],
    [
      'time running backward',
      ['check', ...DRILL, '--track', bad('back.csv', withLine(60, lines[30]!))],
      'line 61, column time_s',
    ],
    ['an empty file', ['check', ...DRILL, '--track', bad('empty.csv', '')], 'no header row'],
    [
      'a result that cannot be written',
      ['setout', '--plan', example('zigzag.plan.json'), '--out', '/nowhere/x.json'],
      '/nowhere/x.json: cannot be written',
    ],
    ['a tape of nothing', ['setout', '--plan', example('zigzag.plan.json'), '--tape', '0'], '--tape'],
    [
      'a floor that is a plan',
      ['setout', '--floor', example('zigzag.plan.json'), '--student', 'x'],
      'format',
    ],
    [
      'marks with a word for a number',
      ['convert', '--file', bad('marks.csv', 'kind,x_m,y_m\ncone,here,1\n'), '--to', 'json'],
      'line 2, column x_m',
    ],
    ['nothing to convert to', ['convert', ...HALL], '--to is missing'],
    [
      'a reading error of nothing',
      ['setout', '--plan', example('zigzag.plan.json'), '--reading-error', 'x'],
      '--reading-error',
    ],
  ])('%s', async (_what, args, says) => {
    const { code, err, out } = await run(...args);
    expect(code).toBe(2);
    expect(err + out).toContain(says);
  });

  test('help is not a failure', async () => {
    expect((await run('--help')).code).toBe(0);
  });
});

describe('the notation and the library', () => {
  const write = (name: string, text: string): string => {
    const path = join(folder, name);
    writeFileSync(path, text);
    return path;
  };

  test('lines become a plan file, and a plan file the same lines', async () => {
    const lines = `drill "Off to the side"
tempo 45
face the target
gap within 15 cm of the plan
target bag at 6 m 7.5 m radius 18 cm
start at 6 m 6 m heading 0

step forward 13 cm, with jab
2 times {
  step 45 left 0.3 stances
} then the other side
`;
    const plan = await run('notation', write('side.txt', lines));
    expect(plan.code).toBe(0);
    expect(JSON.parse(plan.out)).toMatchObject({ format: 'angled-chalk-plan', version: 2 });
    const back = await run('notation', write('side.plan.json', plan.out));
    expect(back).toMatchObject({ code: 0, out: lines, err: '' });
    const zigzag = await run('notation', example('zigzag.plan.json'));
    expect(zigzag.err).toContain('is not part of the notation and was left out');
  });

  test('a line that cannot be read ends with its place and the nearest word', async () => {
    const path = write('bad.txt', 'step forward 13 cm\nstep bcak 13 cm\n');
    const { code, err } = await run('notation', path);
    expect(code).toBe(2);
    expect(err).toContain(`${path}, line 2, column 6: `);
    expect(err).toContain('Did you mean "back"?');
  });

  test('the library is listed, and a drill of it is laid out for a student of any school and side', async () => {
    const drills: { id: string; notation: string; before: string[] }[] = JSON.parse(
      (await run('library')).out,
    );
    expect(drills.length).toBeGreaterThanOrEqual(28);
    const student = ['--student', example('imke.student.json')];
    const left = JSON.parse(
      (await run('expand', '--drill', 'angle-shuffle', ...student, '--side', 'left')).out,
    );
    const right = JSON.parse(
      (await run('expand', '--drill', 'angle-shuffle', ...student, '--side', 'right')).out,
    );
    expect(left).toMatchObject({ plan: 'Angle shuffle', stance: { lead_side: 'left' }, findings: [] });
    // Mirrored about the line ahead through the middle of the floor, and every foot is the other.
    const places = (
      file: { events: { foot: string; to: { x: number; y: number } }[] },
      mirror: boolean,
    ): string[] =>
      file.events.map(({ foot, to }) =>
        mirror
          ? `${foot === 'left' ? 'right' : 'left'} ${(12 - to.x).toFixed(6)} ${to.y.toFixed(6)}`
          : `${foot} ${to.x.toFixed(6)} ${to.y.toFixed(6)}`,
      );
    expect(places(right, true)).toEqual(places(left, false));
    const none = await run('expand', '--drill', 'no-such', ...student);
    expect(none.code).toBe(2);
    expect(none.err).toContain('There is no drill "no-such". Drills: ');
  });
});
