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
  { number, actions }: Pick<Composer, 'number' | 'actions'>,
  playback: Pick<Playback, 'toggle' | 'step'>,
  count: number,
): (() => void) | null {
  if (ctrlKey || metaKey || altKey) return null;
  const to = shiftKey ? actions.extend : actions.choose;
  switch (key) {
    // Brackets are far away on many keyboards: the page keys do the same. With Shift a bracket is a brace on some.
    case '[':
    case '{':
    case 'PageUp':
      return () => to(Math.max(1, (number ?? count + 1) - 1));
    case ']':
    case '}':
    case 'PageDown':
      return () => to(Math.min(count, (number ?? 0) + 1));
    case 'w':
      return actions.widen;
    case 'Delete':
    case 'Backspace':
      return actions.remove;
    case 'm':
      return actions.mirror;
    case 'r':
      return () => actions.turn(90);
    case '-':
      return () => actions.scale(0.9);
    case '+':
    case '=':
      return () => actions.scale(1.1);
    case 'c':
      return actions.copy;
    case 'v':
      return actions.paste;
    case 'g':
      return () => actions.group(3, false);
    case 'u':
      return actions.ungroup;
    case ' ':
      return playback.toggle;
    case '.':
      return () => playback.step(1);
    case ',':
      return () => playback.step(-1);
  }
  if (shiftKey && key === 'ArrowLeft') return () => actions.shift(-1);
  if (shiftKey && key === 'ArrowRight') return () => actions.shift(1);
  const move = walkMoveOf(key);
  return move && (() => actions.add(move));
}
