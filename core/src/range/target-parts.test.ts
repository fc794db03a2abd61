import fc from 'fast-check';
import { SCHOOLS } from '../body/index.ts';
import { DEMO_STUDENTS } from '../sim/index.ts';
import { contactOf, toeGapM } from './reach.ts';
import { strikerOf } from './reach-body.ts';
import { reachRow, reachRows } from './reach-chart.ts';
import { STRIKES, strikeOf, TARGET_PARTS } from './strikes.ts';
import { bagTarget, partnerTarget, partPlace, targetAhead } from './target-parts.ts';

const imke = strikerOf(DEMO_STUDENTS[0]!);
const tobiah = strikerOf(DEMO_STUDENTS[1]!);

test('the parts of a body stand in their order: guard ahead of the face, thigh lowest', () => {
  for (const student of DEMO_STUDENTS) {
    const striker = strikerOf(student);
    const [guard, head, body, thigh] = TARGET_PARTS.map((part) => partPlace(striker, part));
    expect(guard!.aheadM).toBeGreaterThan(head!.aheadM);
    // Ribs end under the chin, the thigh ends under them.
    expect(head?.fromM).toBeGreaterThan(body?.toM ?? NaN);
    expect(body?.fromM).toBeGreaterThan(thigh?.toM ?? NaN);
    expect(head?.toM).toBeLessThan(student.lengths.statureM);
  }
});

test('a taller partner’s head is higher, and bent knees bring everything above them down by one length', () => {
  expect(partPlace(tobiah, 'head').fromM).toBeGreaterThan(partPlace(imke, 'head').fromM);
  const upright = strikerOf({ ...DEMO_STUDENTS[0]!, school: { ...SCHOOLS[0]!, heightShare: 1 } });
  fc.assert(
    fc.property(
      fc.double({ min: 0.7, max: 0.95, noNaN: true }),
      fc.constantFrom(...TARGET_PARTS),
      (heightShare, part) => {
        const low = strikerOf({ ...DEMO_STUDENTS[0]!, school: { ...SCHOOLS[0]!, heightShare } });
        const downM = (1 - heightShare) * low.lengths.stature.valueM * (part === 'thigh' ? 0.5 : 1);
        for (const end of ['fromM', 'toM'] as const)
          expect(partPlace(upright, part)[end] - partPlace(low, part)[end]).toBeCloseTo(downM, 9);
      },
    ),
  );
});

test('of the heights of a part a strike takes the nearest, and a round kick meets the side of the trunk', () => {
  const place = partPlace(tobiah, 'head');
  const at = (jointHeightM: number) =>
    targetAhead(partnerTarget(tobiah, 'head'), { limb: 'hand', usual: 'head', jointHeightM }).heightM;
  expect(at(place.fromM - 0.2)).toBe(place.fromM);
  expect(at(place.toM + 0.2)).toBe(place.toM);
  expect(at((place.fromM + place.toM) / 2)).toBe((place.fromM + place.toM) / 2);
  expect(partPlace(tobiah, 'body').aheadM).toBeGreaterThan(partPlace(tobiah, 'body', true).aheadM);
  const kick = contactOf(imke, 'rear-round-kick-body', partnerTarget(tobiah, 'body'));
  expect(kick.terms.targetAheadM).toBe(partPlace(tobiah, 'body', true).aheadM);
});

test('side-on the guard stands further out, square it stands nearer', () => {
  const as = (schoolId: string) => partPlace(strikerOf({ ...DEMO_STUDENTS[0]!, schoolId }), 'guard').aheadM;
  expect(as('side-on')).toBeGreaterThan(as('tall-square'));
});

test('a bag is struck at the striker’s own level: height costs nothing', () => {
  for (const id of ['jab', 'cross', 'overhand'] as const) {
    expect(contactOf(imke, id, bagTarget(imke, 'head')).terms.heightLossM).toBeLessThan(1e-9);
  }
});

test('toe to toe is shorter than the gap by both stances, to a bag by one', () => {
  const bag = toeGapM(1.5, imke, null);
  const pair = toeGapM(1.5, imke, tobiah);
  expect(bag).toBeLessThan(1.5);
  expect(pair).toBeLessThan(bag);
  expect(toeGapM(1.7, imke, tobiah) - pair).toBeCloseTo(0.2, 12);
});

test('a named part is struck by every strike, otherwise each has its usual one', () => {
  const named = reachRows(imke, { kind: 'partner', partner: tobiah, part: 'body' });
  const { fromM, toM } = partPlace(tobiah, 'body');
  for (const { contact } of named) {
    expect(contact.terms.targetHeightM).toBeGreaterThanOrEqual(fromM);
    expect(contact.terms.targetHeightM).toBeLessThanOrEqual(toM);
  }
  const usual = reachRow(imke, 'jab', strikeOf('jab').usual, {
    kind: 'partner',
    partner: tobiah,
    part: null,
  });
  expect(usual.contact.gapM).toBe(contactOf(imke, 'jab', partnerTarget(tobiah, 'head')).gapM);
});

test('the chart runs from the furthest to the nearest, those out of height last', () => {
  for (const target of [
    { kind: 'bag', radiusM: 0.18, heightM: null },
    { kind: 'pad', heightM: 1.9 },
    { kind: 'partner', partner: tobiah, part: 'head' },
  ] as const) {
    const rows = reachRows(imke, target);
    expect(rows).toHaveLength(STRIKES.length);
    rows.slice(1).forEach(({ contact }, i) => {
      const before = rows[i]!.contact;
      if (before.touches === contact.touches) expect(before.gapM).toBeGreaterThanOrEqual(contact.gapM);
      else expect(before.touches).toBe(true);
    });
  }
});

test('every strike has its reason, and lands somewhere on an equal partner or is told not to', () => {
  for (const { why, id } of STRIKES) {
    expect(why.length).toBeGreaterThan(10);
    const { gapM, uM } = contactOf(imke, id, partnerTarget(imke, strikeOf(id).usual));
    expect(gapM).toBeGreaterThan(0.2);
    expect(gapM).toBeLessThan(2);
    expect(uM).toBeGreaterThan(0.02);
    expect(uM).toBeLessThan(0.16);
  }
});
