import { expand } from '../pattern/index.ts';
import { trackOfLandings } from '../track/index.ts';
import { drillOf, perfectTrack } from '../../test/drills.ts';
import { decisionsFrom, decisionsOf, type Decisions } from './index.ts';

const lacking = ({ cannot }: Decisions) =>
  Object.fromEntries(cannot.map(({ fault, lacks }) => [fault, lacks]));

test('a tape tells stances and steps, and neither order nor beat nor what happens on the way', () => {
  const told = decisionsOf(drillOf(0), 'tape');
  expect(told.can).toEqual(expect.arrayContaining(['stance-not-restored', 'step-short', 'out-of-band']));
  expect(lacking(told)).toMatchObject({
    'wrong-foot-first': 'lift times',
    'off-beat': 'landing times',
    'feet-together': 'flight',
    'missed-move': 'every landing',
  });
});

test('a phone tells landings and their beat, and not what the feet do between them', () => {
  const told = decisionsOf(drillOf(0), 'phone');
  expect(told.can).toEqual(
    expect.arrayContaining(['missed-move', 'off-beat', 'wrong-foot-first', 'step-short']),
  );
  expect(lacking(told)).toMatchObject({ 'feet-crossed': 'flight', 'feet-together': 'flight' });
});

test('an eye counts what it sees happen, and whatever is a number is beyond it', () => {
  const told = decisionsOf(drillOf(0), 'eyes');
  const all = decisionsOf(drillOf(0), 'tracker').can;
  expect(told.can).toEqual(expect.arrayContaining(['feet-crossed', 'feet-together']));
  expect(lacking(told)).toMatchObject({ 'step-short': 'a measure', 'cone-touched': 'a measure' });
  expect([...told.can, ...told.cannot.map(({ fault }) => fault)].toSorted()).toEqual(all.toSorted());
});

test('a tracker with all of its columns decides every rule of a drill', () => {
  expect(decisionsOf(drillOf(0), 'tracker').cannot).toEqual([]);
});

test('of a recording that was made it is told by what is in it', () => {
  const drill = drillOf(0);
  const track = perfectTrack(drill);
  const bare = {
    ...track,
    left: { ...track.left, headingDeg: null },
    right: { ...track.right, headingDeg: null },
  };
  expect(lacking(decisionsFrom(drill, bare))['not-facing']).toBe('headings');
  const { start } = expand(drill);
  const usual = { headingDeg: null, uM: 0.02, uS: 0.02, uDeg: 5, isTurn: false, liftS: null };
  const landings = trackOfLandings([
    { ...usual, foot: 'left', timeS: 0, at: start.feet.left.ball },
    { ...usual, foot: 'right', timeS: 0, at: start.feet.right.ball },
    { ...usual, foot: 'left', timeS: 1, at: start.feet.right.ball },
  ]);
  if (!landings.ok) throw new Error(landings.problem.message);
  expect(lacking(decisionsFrom(drill, landings.value))).toMatchObject({
    'wrong-foot-first': 'lift times',
    'feet-crossed': 'flight',
  });
});

test('of strikes nothing is said where the drill has none', () => {
  const { can, cannot } = decisionsOf(drillOf(0), 'tracker');
  expect([...can, ...cannot.map(({ fault }) => fault)]).not.toContain('strike-late');
});
