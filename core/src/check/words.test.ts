import { FAULT_NAMES, FAULTS } from '../rules/index.ts';
import { simulate, TRACKER_DEFAULTS } from '../sim/index.ts';
import { drillOf, perfectTrack } from '../../test/drills.ts';
import { checkTrack } from './check.ts';
import { verdictWords } from '../report/words.ts';

const drill = drillOf(0);

test('a clean drill is met in words, with how sure and what next', () => {
  const words = verdictWords(checkTrack(drill, perfectTrack(drill)).report);
  expect(words.headline).toMatch(/^All \d+ moves are clean/);
  expect(words.share).toMatch(/^(\d+) of \1 clean; the standard of 85 % asks for \d+\.$/);
  expect(words.holds).toMatch(/^Order, .* hold\.$/);
  expect(words.next).toContain('Ready');
});

test('the fault that came most often stands first and decides what comes next', () => {
  const faults = [6, 12, 18].map((moveNumber) => ({ fault: 'not-facing' as const, moveNumber }));
  const { track } = simulate(drill, {
    ...TRACKER_DEFAULTS,
    seed: 2,
    faults: [...faults, { fault: 'step-over', moveNumber: 25 }],
  });
  const words = verdictWords(checkTrack(drill, track).report);
  expect(words.headline).toMatch(/^Not facing in 3 of 61: moves 6, 12, 18\.$/);
  expect(words.tally[0]!.moves).toEqual([6, 12, 18]);
  expect(words.next).toContain('Lead toe at the target');
});

test('imperial words hold no centimetres', () => {
  const words = verdictWords(checkTrack(drill, perfectTrack(drill)).report, 'imperial');
  expect(words.certainty).toContain(' in ');
  expect(words.certainty).not.toContain('cm');
});

test('every fault has plain words of its own and a reason', () => {
  for (const part of ['words', 'why', 'advice'] as const)
    expect(new Set(Object.values(FAULTS).map((row) => row[part])).size).toBe(FAULT_NAMES.length);
  for (const [name, { words, why }] of Object.entries(FAULTS)) {
    expect(name).toMatch(/^[a-z-]+$/);
    // Words of the trade, not the code; a reason is a sentence of its own.
    expect(words).toMatch(/^[a-z][a-z ']+$/);
    expect(why).toMatch(/^[A-Z].* .*\.$/);
    expect(why.toLowerCase()).not.toBe(`${words}.`);
  }
});
