export {
  type LiveAlarm,
  type LiveFoot,
  type LiveLimits,
  liveLimits,
  type LiveNow,
  type LiveSample,
  trackOfLive,
  watchLive,
} from './live.ts';
