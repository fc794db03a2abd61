import { walkMoveOf } from '@angled-chalk/core/compose';
import type { KeyboardEvent } from 'react';
import type { Playback } from '../pattern/usePlayback.ts';
import type { Composer } from './useComposer.ts';

/** What a key on the bench does; null for one that is not ours. */
export function keyAction(
  {
    key,
    shiftKey,
    ctrlKey,
    metaKey,
    altKey,
  }: Pick<KeyboardEvent, 'key' | 'shiftKey' | 'ctrlKey' | 'metaKey' | 'altKey'>,
  composer: Composer,
  playback: Pick<Playback, 'toggle' | 'step'>,
  count: number,
): (() => void) | null {
  if (ctrlKey || metaKey || altKey) return null;
  const { number } = composer;
  switch (key) {
    case '[':
      return () => composer.choose(Math.max(1, (number ?? count + 1) - 1));
    case ']':
      return () => composer.choose(Math.min(count, (number ?? 0) + 1));
    case 'Delete':
    case 'Backspace':
      return composer.remove;
    case 'm':
      return composer.mirror;
    case 'r':
      return () => composer.turn(90);
    case '-':
      return () => composer.scale(0.9);
    case '+':
    case '=':
      return () => composer.scale(1.1);
    case 'c':
      return composer.copy;
    case 'v':
      return composer.paste;
    case 'g':
      return () => composer.group(1, 3, false);
    case 'u':
      return composer.ungroup;
    case ' ':
      return playback.toggle;
    case '.':
      return () => playback.step(1);
    case ',':
      return () => playback.step(-1);
  }
  if (shiftKey && key === 'ArrowLeft') return () => composer.shift(-1);
  if (shiftKey && key === 'ArrowRight') return () => composer.shift(1);
  const move = walkMoveOf(key);
  return move && (() => composer.add(move));
}
