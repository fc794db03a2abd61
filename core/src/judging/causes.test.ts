import fc from 'fast-check';
import { expand, type FootEvent } from '../pattern/index.ts';
import { FAULT_NAMES, type FaultName, type Finding } from '../rules/index.ts';
import { drillOf } from '../../test/drills.ts';
import type { AlignedMove } from '../matching/index.ts';
import { causesOf, flatFindings } from './causes.ts';

const { moves } = expand(drillOf(0));
const move = (number: number) => moves[number - 1]!;
const off = (event: FootEvent, from: number, to: number): FootEvent => ({
  ...event,
  from: { ...event.from, x: event.from.x + from },
  to: { ...event.to, x: event.to.x + to },
});
/** The plan walked, with both feet of some moves that many metres beside their marks before and after. */
const rows = (beside: Readonly<Record<number, readonly [number, number]>> = {}): AlignedMove[] =>
  moves.map((planned) => {
    const [from, to] = beside[planned.number] ?? [0, 0];
    return {
      planned,
      expected: planned.events,
      observed: planned.events.map((event) => off(event, from, to)),
    };
  });
const found = (
  fault: FaultName,
  moveNumber: number,
  which: 0 | 1 = 0,
  verdict: Finding['verdict'] = 'not-met',
): Finding => {
  const event = move(moveNumber).events[which]!;
  return {
    id: `${fault} ${moveNumber} ${event.foot}`,
    fault,
    timeS: event.landS,
    foot: event.foot,
    moveNumber,
    at: event.to,
    measured: 1,
    limit: 0,
    unit: 'm',
    expandedU: 0.1,
    verdict,
  };
};
const told = (findings: readonly Finding[], walked = rows()) =>
  causesOf(findings, walked).map(({ fault, moveNumber, consequences }) => [
    fault,
    moveNumber,
    consequences.map((one) => `${one.fault} ${one.moveNumber}`),
  ]);

test('of one move the foot that went first comes before the other, and the table decides the rest', () => {
  expect(
    told([found('foot-not-following', 5, 1), found('step-short', 5, 0), found('overstretched', 5, 0)]),
  ).toEqual([['step-short', 5, ['overstretched 5', 'foot-not-following 5']]]);
});

test('what is certain comes before what cannot be told', () => {
  expect(told([found('cone-touched', 5, 0, 'cannot-tell'), found('not-facing', 5)])).toEqual([
    ['not-facing', 5, ['cone-touched 5']],
  ]);
});

test('the step that makes good an earlier one follows from it', () => {
  const walked = rows({ 5: [0, 0.1], 6: [0.1, 0] });
  expect(told([found('step-short', 5), found('step-too-long', 6)], walked)).toEqual([
    ['step-short', 5, ['step-too-long 6']],
  ]);
});

test('the same fault in a move that began on its marks is a fault of its own', () => {
  expect(told([found('step-short', 5), found('step-too-long', 6)])).toEqual([
    ['step-short', 5, []],
    ['step-too-long', 6, []],
  ]);
});

test('a cone that is touched because the walk is beside the lane follows from what led there', () => {
  const walked = rows({ 5: [0, 0.1], 6: [0.1, 0.1], 7: [0.1, 0.1] });
  expect(told([found('wrong-direction', 5), found('cone-touched', 7)], walked)).toEqual([
    ['wrong-direction', 5, ['cone-touched 7']],
  ]);
});

test('as long as the walk stays beside its marks, what led there is the reason, whatever came between', () => {
  const beside = Object.fromEntries(moves.map(({ number }) => [number, [0.1, 0.1] as const]).slice(5, 26));
  const walked = rows({ ...beside, 5: [0, 0.1] });
  expect(
    told([found('step-over', 5), found('wrong-foot-first', 14), found('cone-touched', 22)], walked),
  ).toEqual([
    ['step-over', 5, ['cone-touched 22']],
    ['wrong-foot-first', 14, []],
  ]);
});

test('long after it an earlier move is no reason any more', () => {
  const walked = rows({ 5: [0, 0.1], 12: [0.1, 0] });
  expect(told([found('step-short', 5), found('step-too-long', 12)], walked)).toHaveLength(2);
});

test('a certain fault never follows from one that cannot be told', () => {
  const walked = rows({ 5: [0, 0.1], 6: [0.1, 0] });
  expect(told([found('step-short', 5, 0, 'cannot-tell'), found('step-too-long', 6)], walked)).toHaveLength(2);
});

test('nothing is lost and nothing told twice, whatever was found', () => {
  const one = fc.record({
    fault: fc.constantFrom(...FAULT_NAMES),
    number: fc.integer({ min: 1, max: 12 }),
    which: fc.constantFrom(0 as const, 1 as const),
    open: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.uniqueArray(one, { selector: (o) => `${o.fault} ${o.number} ${o.which}` }), (some) => {
      const findings = some.map((o) => found(o.fault, o.number, o.which, o.open ? 'cannot-tell' : 'not-met'));
      const causes = causesOf(findings, rows());
      const ids = flatFindings(causes).map(({ id }) => id);
      expect(ids.toSorted()).toEqual(findings.map(({ id }) => id).toSorted());
      for (const { verdict, consequences } of causes)
        if (verdict === 'cannot-tell')
          for (const consequence of consequences) expect(consequence.verdict).toBe('cannot-tell');
    }),
  );
});
