import { cos, other, sin, type Foot, type Name, type Walker, type Wrong } from './walker.ts';

/** Where two feet come down that should go to a stance, the `first` of them first, when something goes wrong. */
export function wrongly(
  walker: Walker,
  first: Name,
  to: Readonly<Record<Name, Foot>>,
  wrong: Wrong,
): Record<Name, Foot> {
  const second = other(first);
  const { separationM } = walker.body;
  const target = { ...to };
  const toward = (foot: Name, share: number): Foot => {
    const [a, b] = [walker.feet[foot], to[foot]];
    return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y), h: b.h };
  };
  const apart = (ratio: number): Foot => {
    const [a, b] = [target[first], target[second]];
    const size = Math.hypot(b.x - a.x, b.y - a.y);
    const far = ratio * separationM;
    return { x: a.x + ((b.x - a.x) * far) / size, y: a.y + ((b.y - a.y) * far) / size, h: b.h };
  };
  const bothBy = (share: number): void => {
    for (const foot of [first, second]) target[foot] = toward(foot, share);
  };
  const eitherWay = (deg: number): number => (walker.chance.uniform() < 0.5 ? deg : -deg);
  const wayM = Math.hypot(to[first].x - walker.feet[first].x, to[first].y - walker.feet[first].y);
  switch (wrong) {
    case 'step-short':
      bothBy(0.4);
      break;
    case 'step-over':
      bothBy(1.65);
      break;
    case 'step-too-long':
      bothBy((0.6 * separationM) / wayM);
      break;
    case 'wrong-direction': {
      const turn = eitherWay(75);
      for (const foot of [first, second]) {
        const [a, b] = [walker.feet[foot], to[foot]];
        const [dx, dy] = [b.x - a.x, b.y - a.y];
        target[foot] = {
          x: a.x + dx * cos(turn) + dy * sin(turn),
          y: a.y - dx * sin(turn) + dy * cos(turn),
          h: b.h,
        };
      }
      break;
    }
    case 'foot-not-following':
      target[second] = toward(second, 0.3);
      break;
    case 'feet-together':
      target[second] = apart(0.25);
      break;
    case 'overstretched':
      target[second] = apart(1.65);
      break;
    case 'stance-not-restored':
      target[second] = apart(1.3);
      break;
    case 'not-facing': {
      const turn = eitherWay(32);
      for (const foot of [first, second]) target[foot] = { ...target[foot], h: target[foot].h + turn };
      break;
    }
    case 'feet-crossed': {
      // The second foot comes down on the far side of the first, a hand's breadth beyond it.
      const way = second === 'left' ? 1 : -1;
      const { x, y } = target[first];
      const [ax, ay] = [target[second].x - x, target[second].y - y];
      const aheadM = ax * sin(walker.facing) + ay * cos(walker.facing);
      target[second] = {
        x: x + aheadM * sin(walker.facing) + 0.14 * way * cos(walker.facing),
        y: y + aheadM * cos(walker.facing) - 0.14 * way * sin(walker.facing),
        h: target[second].h,
      };
      break;
    }
    case 'unplanned-switch': {
      const middle = { x: (to.left.x + to.right.x) / 2, y: (to.left.y + to.right.y) / 2 };
      return walker.stance(middle.x, middle.y, walker.facing, other(walker.lead));
    }
    case 'off-balance': {
      // A leap across the line between the feet, which is the narrow side of what carries.
      const [a, b] = [to.left, to.right];
      const size = Math.hypot(b.x - a.x, b.y - a.y);
      const leapM = eitherWay(0.95) / size;
      for (const foot of [first, second])
        target[foot] = {
          x: to[foot].x + leapM * (b.y - a.y),
          y: to[foot].y - leapM * (b.x - a.x),
          h: to[foot].h,
        };
      break;
    }
    default:
  }
  return target;
}
