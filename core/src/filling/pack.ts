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
/** Beyond this many normal places neither pinwheels nor the exhaustive search are tried: there is no proof then. */
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
  const { boxes, finished } = search([W, H], [w, h], cut, { atMost, budget });
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

/** Packings made by straight cuts: how many a size holds, and where they lie. */
interface Cuts {
  readonly count: (W: number, H: number) => number;
  readonly boxes: (W: number, H: number) => PackedBox[];
}

/** Work, in cuts weighed, beyond which only one cut from side to side is tried. */
const MOST_CUTS = 3e7;
const UPRIGHT = 0;
const LYING = 1;

/**
 * The best packing made by straight cuts from side to side, remembered for every size by its number and its
 * first cut; the boxes are placed at the end.
 */
function guillotine(w: number, h: number, longest: number): Cuts {
  const lengths = sums(longest, w, h);
  const n = lengths.length;
  const deep = n * n * n <= MOST_CUTS;
  const upTo = (length: number): number => {
    let [low, high] = [0, n - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (lengths[middle]! <= length) low = middle;
      else high = middle - 1;
    }
    return low;
  };
  const known = new Map<number, { readonly count: number; readonly cut: number }>();
  const best = (i: number, k: number, depth: number): { readonly count: number; readonly cut: number } => {
    const key = i * n + k;
    const before = known.get(key);
    if (before) return before;
    const [W, H] = [lengths[i]!, lengths[k]!];
    const upright = Math.floor(W / w) * Math.floor(H / h);
    const lying = Math.floor(W / h) * Math.floor(H / w);
    let found = lying > upright ? { count: lying, cut: LYING } : { count: upright, cut: UPRIGHT };
    const full = Math.floor((W * H) / (w * h));
    const take = (count: number, cut: number): void => {
      if (count > found.count) found = { count, cut };
    };
    if (deep || depth === 0) {
      for (let c = 1; lengths[c]! <= W / 2 && found.count < full; c++)
        take(best(c, k, depth + 1).count + best(upTo(W - lengths[c]!), k, depth + 1).count, 2 * c);
      for (let c = 1; lengths[c]! <= H / 2 && found.count < full; c++)
        take(best(i, c, depth + 1).count + best(i, upTo(H - lengths[c]!), depth + 1).count, 2 * c + 1);
    }
    known.set(key, found);
    return found;
  };
  const place = (i: number, k: number, depth: number): PackedBox[] => {
    const [W, H] = [lengths[i]!, lengths[k]!];
    const { cut } = best(i, k, depth);
    if (cut === UPRIGHT) return w <= W && h <= H ? gridOf(W, H, w, h, false) : [];
    if (cut === LYING) return gridOf(W, H, h, w, true);
    const at = lengths[cut >> 1]!;
    return cut % 2 === 0
      ? [...place(cut >> 1, k, depth + 1), ...shifted(place(upTo(W - at), k, depth + 1), at, 0)]
      : [...place(i, cut >> 1, depth + 1), ...shifted(place(i, upTo(H - at), depth + 1), 0, at)];
  };
  return {
    count: (W, H) => best(upTo(W), upTo(H), 0).count,
    boxes: (W, H) => place(upTo(W), upTo(H), 0),
  };
}

const shifted = (boxes: readonly PackedBox[], x: number, y: number): PackedBox[] =>
  boxes.map((box) => ({ ...box, x: box.x + x, y: box.y + y }));

/** Five blocks turning round a middle one, each cut straight; straight cuts alone are a case of it. */
function pinwheel(W: number, H: number, w: number, h: number): PackedBox[] {
  const cuts = guillotine(w, h, Math.max(W, H));
  const full = Math.floor((reduced(W, w, h) * reduced(H, w, h)) / (w * h));
  const [xs, ys] = [sums(W, w, h), sums(H, w, h)];
  let most = cuts.count(W, H);
  let boxes = (): PackedBox[] => cuts.boxes(W, H);
  if (xs.length * ys.length > MOST_PLACES) return boxes();
  for (const x1 of xs) {
    for (const x2 of xs.filter((x) => x >= x1)) {
      for (const y1 of ys) {
        for (const y2 of ys.filter((y) => y >= y1)) {
          if (most === full) return boxes();
          const blocks = [
            [x1, y2, 0, 0],
            [x2, H - y2, 0, y2],
            [W - x2, H - y1, x2, y1],
            [W - x1, y1, x1, 0],
            [x2 - x1, y2 - y1, x1, y1],
          ] as const;
          const count = blocks.reduce((sum, [bw, bh]) => sum + cuts.count(bw, bh), 0);
          if (count <= most) continue;
          most = count;
          boxes = () => blocks.flatMap(([bw, bh, x, y]) => shifted(cuts.boxes(bw, bh), x, y));
        }
      }
    }
  }
  return boxes();
}

/** Depth first over the normal places, near rows first; cut off where the area left cannot beat the best. */
function search(
  [W, H]: readonly [number, number],
  [w, h]: readonly [number, number],
  start: readonly PackedBox[],
  { atMost, budget }: { readonly atMost: number; readonly budget: number },
): { readonly boxes: readonly PackedBox[]; readonly finished: boolean } {
  const [xs, ys] = [sums(W - Math.min(w, h), w, h), sums(H - Math.min(w, h), w, h)];
  const places = ys.flatMap((y) => xs.map((x) => ({ x, y })));
  if (places.length > MOST_PLACES) return { boxes: start, finished: false };
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
