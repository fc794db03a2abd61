import type { Point } from '@angled-chalk/core/geometry';

const WIDE = 96;
const HIGH = 72;
/** So much of a picture 1280 wide is in it; the foot is low in it. */
const PART_OF_1280 = 260;
const BELOW_SHARE = 0.7;

/** A small picture about a place of a large one. */
export function thumbnailOf(source: CanvasImageSource, { x, y }: Point, width: number): string {
  const small = document.createElement('canvas');
  [small.width, small.height] = [WIDE, HIGH];
  const part = (PART_OF_1280 * width) / 1280;
  const tall = (part * HIGH) / WIDE;
  small
    .getContext('2d')
    ?.drawImage(source, x - part / 2, y - tall * BELOW_SHARE, part, tall, 0, 0, WIDE, HIGH);
  return small.toDataURL('image/jpeg', 0.6);
}
