/** One rectangle of a packing: its near-left corner, and whether it lies turned by a quarter. */
export interface PackedBox {
  readonly x: number;
  readonly y: number;
  readonly turned: boolean;
}

export interface Packing {
  readonly boxes: readonly PackedBox[];
  /** No packing parallel to the sides holds more than this. */
  readonly atMost: number;
  /** It is proven that no packing parallel to the sides holds more than these. */
  readonly proven: boolean;
}

/** Nodes of the exhaustive search before it gives up its proof. */
const BUDGET = 400_000;
/** Beyond this many normal places pinwheels are not tried: straight cuts then lose next to nothing. */
const MOST_PLACES = 1200;

/**
 * The most equal rectangles w by h, turned by quarters only, in a rectangle W by H; all whole numbers
 * of one unit. Any packing can be pushed to the near left until every corner lies on a sum of widths and
 * heights (normal patterns: Herz 1972, Christofides and Whitlock 1977, from memory), so a search over
 * those places is exact. First cuts and pinwheels are tried; when they do not reach the bound by area the
 * places are searched exhaustively, up to a budget of nodes.
 */
export function packRectangles(W: number, H: number, w: number, h: number, budget = BUDGET): Packing {
  const upright = w <= W && h <= H;
  const lying = h <= W && w <= H;
  if (!upright && !lying) return { boxes: [], atMost: 0, proven: true };
  if (!upright || !lying || w === h) {
    const boxes = upright ? gridOf(W, H, w, h, false) : gridOf(W, H, h, w, true);
    return { boxes, atMost: boxes.length, proven: true };
  }
  const atMost = Math.floor((reduced(W, w, h) * reduced(H, w, h)) / (w * h));
  const cut = pinwheel(W, H, w, h);
  if (cut.length === atMost) return { boxes: cut, atMost, proven: true };
  const { boxes, finished } = search(W, H, w, h, cut, atMost, budget);
  const proven = finished || boxes.length === atMost;
  return { boxes, atMost: proven ? boxes.length : atMost, proven };
}

function gridOf(W: number, H: number, w: number, h: number, turned: boolean): PackedBox[] {
  const [across, along] = [Math.floor(W / w), Math.floor(H / h)];
  return Array.from({ length: across * along }, (_, i) => ({
    x: (i % across) * w,
    y: Math.floor(i / across) * h,
    turned,
  }));
}

/** All sums i w + j h up to a length, rising. */
function sums(length: number, w: number, h: number): number[] {
  const found = new Set<number>();
  for (let a = 0; a <= length; a += w) for (let b = a; b <= length; b += h) found.add(b);
  return [...found].sort((p, q) => p - q);
}

/** The longest sum of widths and heights that a length holds: the rest of it is always empty. */
const reduced = (length: number, w: number, h: number): number => sums(length, w, h).at(-1)!;

type Cuts = (W: number, H: number) => readonly PackedBox[];

/** The best packing made by straight cuts from side to side, remembered for every size. */
function guillotine(w: number, h: number, longest: number): Cuts {
  const lengths = sums(longest, w, h);
  const upTo = (length: number): number => {
    let [low, high] = [0, lengths.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (lengths[middle]! <= length) low = middle;
      else high = middle - 1;
    }
    return low;
  };
  const known = new Map<number, readonly PackedBox[]>();
  const best = (i: number, k: number): readonly PackedBox[] => {
    const key = i * lengths.length + k;
    const before = known.get(key);
    if (before) return before;
    const [W, H] = [lengths[i]!, lengths[k]!];
    let found: readonly PackedBox[] = [];
    const take = (boxes: readonly PackedBox[]): void => {
      if (boxes.length > found.length) found = boxes;
    };
    if (w <= W && h <= H) take(gridOf(W, H, w, h, false));
    if (h <= W && w <= H) take(gridOf(W, H, h, w, true));
    const full = Math.floor((W * H) / (w * h));
    for (let c = 1; lengths[c]! <= W / 2 && found.length < full; c++) {
      take([...best(c, k), ...shifted(best(upTo(W - lengths[c]!), k), lengths[c]!, 0)]);
    }
    for (let c = 1; lengths[c]! <= H / 2 && found.length < full; c++) {
      take([...best(i, c), ...shifted(best(i, upTo(H - lengths[c]!)), 0, lengths[c]!)]);
    }
    known.set(key, found);
    return found;
  };
  return (W, H) => best(upTo(W), upTo(H));
}

const shifted = (boxes: readonly PackedBox[], x: number, y: number): PackedBox[] =>
  boxes.map((box) => ({ ...box, x: box.x + x, y: box.y + y }));

/** Five blocks turning round a middle one, each cut straight; straight cuts alone are a case of it. */
function pinwheel(W: number, H: number, w: number, h: number): readonly PackedBox[] {
  const cuts = guillotine(w, h, Math.max(W, H));
  let found = cuts(W, H);
  const full = Math.floor((reduced(W, w, h) * reduced(H, w, h)) / (w * h));
  const [xs, ys] = [sums(W, w, h), sums(H, w, h)];
  if (xs.length * ys.length > MOST_PLACES) return found;
  for (const x1 of xs) {
    for (const x2 of xs) {
      if (x2 < x1) continue;
      for (const y1 of ys) {
        for (const y2 of ys) {
          if (y2 < y1 || found.length === full) continue;
          const blocks = [
            cuts(x1, y2),
            shifted(cuts(x2, H - y2), 0, y2),
            shifted(cuts(W - x2, H - y1), x2, y1),
            shifted(cuts(W - x1, y1), x1, 0),
            shifted(cuts(x2 - x1, y2 - y1), x1, y1),
          ];
          const count = blocks.reduce((sum, block) => sum + block.length, 0);
          if (count > found.length) found = blocks.flat();
        }
      }
    }
  }
  return found;
}

/** Depth first over the normal places, near rows first; cut off where the area left cannot beat the best. */
function search(
  W: number,
  H: number,
  w: number,
  h: number,
  start: readonly PackedBox[],
  atMost: number,
  budget: number,
): { readonly boxes: readonly PackedBox[]; readonly finished: boolean } {
  const [xs, ys] = [sums(W - Math.min(w, h), w, h), sums(H - Math.min(w, h), w, h)];
  const places = ys.flatMap((y) => xs.map((x) => ({ x, y })));
  const fullW = reduced(W, w, h);
  const fullH = reduced(H, w, h);
  let best = start;
  let nodes = 0;
  const placed: { x: number; y: number; w: number; h: number; turned: boolean }[] = [];
  const clear = (x: number, y: number, bw: number, bh: number): boolean =>
    x + bw <= W &&
    y + bh <= H &&
    placed.every((box) => x >= box.x + box.w || box.x >= x + bw || y >= box.y + box.h || box.y >= y + bh);
  const beaten = (y: number): boolean => {
    const above = placed.reduce(
      (sum, box) => sum + box.w * Math.max(0, box.y + box.h - Math.max(y, box.y)),
      0,
    );
    return placed.length + Math.floor((fullW * (fullH - y) - above) / (w * h)) <= best.length;
  };
  const visit = (index: number): void => {
    if (placed.length > best.length) best = placed.map(({ x, y, turned }) => ({ x, y, turned }));
    if (index >= places.length || best.length >= atMost || nodes++ > budget) return;
    const { x, y } = places[index]!;
    if (beaten(y)) return;
    for (const turned of [false, true]) {
      const [bw, bh] = turned ? [h, w] : [w, h];
      if (!clear(x, y, bw, bh)) continue;
      placed.push({ x, y, w: bw, h: bh, turned });
      visit(index + 1);
      placed.pop();
    }
    visit(index + 1);
  };
  visit(0);
  return { boxes: best, finished: nodes <= budget };
}
