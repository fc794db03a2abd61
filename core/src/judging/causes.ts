import { distanceM } from '../geometry/index.ts';
import { FAULT_NAMES, faultRow, type Finding } from '../rules/index.ts';
import type { FootEvent, PlannedMove } from '../pattern/index.ts';
import { plannedFor, type AlignedMove } from '../matching/index.ts';

/** A finding with what follows from it: a fault, or where it cannot be told, perhaps one. */
export interface Cause extends Finding {
  readonly consequences: readonly Finding[];
}

/** Off its mark by more than this a foot has something to make good (own choice). */
const OFF_MARK_M = 0.03;
/** A step that takes back at least this share of it is the making good. */
const MADE_GOOD = 0.5;
/** What went wrong longer before a body was beside its marks is not the reason of it. */
const REASON_LASTS_MOVES = 3;

const rank = ({ fault }: Finding): number => FAULT_NAMES.indexOf(fault);

const isOpen = ({ verdict }: Finding): number => (verdict === 'cannot-tell' ? 1 : 0);

interface MoveSeen {
  readonly planned: PlannedMove;
  readonly observed: readonly FootEvent[];
}

/** How far the feet were off their marks before and after a move, the worse of the two. */
function offMarks({ planned, observed }: MoveSeen): { beforeM: number; afterM: number } {
  let [beforeM, afterM] = [0, 0];
  for (const seen of observed) {
    const wanted = plannedFor(planned, seen);
    if (!wanted) continue;
    beforeM = Math.max(beforeM, distanceM(seen.from, wanted.from));
    afterM = Math.max(afterM, distanceM(seen.to, wanted.to));
  }
  return { beforeM, afterM };
}

/** Whether a move makes good what an earlier one left, or goes on beside the marks. */
function followsFrom(found: Finding, seen: MoveSeen | undefined): boolean {
  const { follows } = faultRow(found.fault);
  if (!seen) return follows === 'being beside';
  const { beforeM, afterM } = offMarks(seen);
  if (beforeM <= OFF_MARK_M) return false;
  if (follows === 'being beside') return true;
  return follows === 'making good' && afterM < (1 - MADE_GOOD) * beforeM;
}

/** Certain before uncertain, what the foot did that went first before what the other did, then as the table has it. */
function inCauseOrder(group: readonly Finding[], seen: ReadonlyMap<number, MoveSeen>): Finding[] {
  const turnOf = ({ fault, foot, moveNumber }: Finding): number => {
    if (faultRow(fault).ofWholeMove) return 2;
    const first = moveNumber === null ? undefined : seen.get(moveNumber)?.observed[0]?.foot;
    return foot !== null && first !== undefined && foot !== first ? 1 : 0;
  };
  return [...group].sort(
    (a, b) => isOpen(a) - isOpen(b) || turnOf(a) - turnOf(b) || rank(a) - rank(b) || a.timeS - b.timeS,
  );
}

/** Which strike is thrown is the hands' doing: no foot of the same move is the reason. */
const isOfHands = ({ fault }: Finding): boolean => {
  const { aspect, limit } = faultRow(fault);
  return aspect === 'strikes' && limit.by === 'nature';
};

/**
 * What belongs together: the findings of one planned move, or of one that the plan lacks; those of the hands apart,
 * unless the move itself was left out.
 */
function groupOf(
  found: Finding,
  extras: readonly (readonly FootEvent[])[],
  leftOut: ReadonlySet<number>,
): string {
  const { id, moveNumber, foot, timeS } = found;
  if (moveNumber !== null)
    return isOfHands(found) && !leftOut.has(moveNumber) ? `hands ${moveNumber}` : `move ${moveNumber}`;
  if (foot === null) return id;
  const extra = extras.findIndex((events) =>
    events.some(({ liftS, landS }) => timeS >= liftS - 1e-6 && timeS <= landS + 1e-6),
  );
  return extra === -1 ? id : `extra ${extra}`;
}

interface Told {
  readonly cause: Finding;
  readonly consequences: Finding[];
}

/**
 * What led a body beside its marks, where it has been so without a break up to a move: the last thing told
 * before that began, if it is not long before it.
 */
function reasonOf(
  move: number,
  seen: ReadonlyMap<number, MoveSeen>,
  told: readonly Told[],
): Told | undefined {
  let began = move;
  const isOff = (number: number): boolean => {
    const one = seen.get(number);
    return one !== undefined && (one.observed.length === 0 || offMarks(one).beforeM > OFF_MARK_M);
  };
  while (isOff(began - 1)) began--;
  const startS = seen.get(began)?.observed[0]?.liftS ?? Infinity;
  const earliestS = seen.get(began - REASON_LASTS_MOVES)?.observed[0]?.liftS ?? -Infinity;
  return told.findLast(({ cause }) => !isOfHands(cause) && cause.timeS <= startS && cause.timeS >= earliestS);
}

/**
 * Findings with their consequences folded under them. Of one move what is certain comes before what cannot be
 * told, the foot that went first before the other, and then the order of the table of faults says the cause;
 * a step that makes good what an earlier move left, or a place that an earlier move led to, follows from that
 * move. Causes come in the order of time.
 */
export function causesOf(findings: readonly Finding[], rows: readonly AlignedMove[]): Cause[] {
  const seen = new Map<number, MoveSeen>();
  for (const { planned, observed } of rows) if (planned) seen.set(planned.number, { planned, observed });
  const extras = rows.filter(({ planned }) => planned === null).map(({ observed }) => observed);
  const leftOut = new Set(
    findings.flatMap(({ fault, moveNumber }) => (fault === 'missed-move' ? (moveNumber ?? []) : [])),
  );
  const groups = new Map<string, Finding[]>();
  for (const found of findings) {
    const key = groupOf(found, extras, leftOut);
    groups.set(key, [...(groups.get(key) ?? []), found]);
  }
  const inOrder = [...groups.values()].sort((a, b) => a[0]!.timeS - b[0]!.timeS);
  const told: Told[] = [];
  for (const group of inOrder) {
    const sorted = inCauseOrder(group, seen);
    const first = sorted[0]!;
    const move = first.moveNumber;
    const follows = move !== null && sorted.every((found) => followsFrom(found, seen.get(move)));
    const reason = follows ? reasonOf(move, seen, told) : undefined;
    if (reason && isOpen(reason.cause) <= isOpen(first)) reason.consequences.push(...sorted);
    else told.push({ cause: first, consequences: sorted.slice(1) });
  }
  return told.map(({ cause, consequences }) => ({ ...cause, consequences }));
}

/** Causes and consequences in one list, in the order of time. */
export const flatFindings = (causes: readonly Cause[]): Finding[] =>
  causes
    .flatMap(({ consequences, ...cause }): Finding[] => [cause, ...consequences])
    .sort((a, b) => a.timeS - b.timeS);
