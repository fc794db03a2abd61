import type { LengthName } from '@angled-chalk/core/body';

export const LENGTH_WORDS: Readonly<Record<LengthName, string>> = {
  statureM: 'height',
  shoulderWidthM: 'shoulder width',
  hipHeightM: 'hip height',
  footLengthM: 'foot length',
  footBreadthM: 'foot breadth',
  armLengthM: 'arm to the knuckles',
  leadTouchM: 'lead-hand touch on a bag',
  leadKickM: 'lead push kick on a bag',
};
