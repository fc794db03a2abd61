import type { Sound } from '@angled-chalk/core/compose';
import { useEffect, useRef } from 'react';
import { beep } from '../parts/beep.ts';
import type { Playback } from '../pattern/usePlayback.ts';

export type Sounding = 'silent' | 'beats' | 'calls';

/** What each sound is, as a tone: higher for the beat that is louder. */
const TONES = { beat: [880, 0.035], accent: [1320, 0.05], call: [523, 0.12] } as const;
const LOUD = { beat: 0.25, accent: 0.5, call: 0.3 } as const;

function tone(kind: Sound['kind']): void {
  const [pitch, lastsS] = TONES[kind];
  beep(pitch, lastsS, LOUD[kind]);
}

/** Says words with the device's own voice, where it has one; a tone of its own where it has none. */
function say(words: string, speed: number): void {
  const speech = 'speechSynthesis' in window ? window.speechSynthesis : null;
  const voice = speech?.getVoices().find(({ lang, localService }) => lang.startsWith('en') && localService);
  if (!speech || !voice) {
    tone('call');
    return;
  }
  const utterance = new SpeechSynthesisUtterance(words);
  utterance.voice = voice;
  utterance.rate = Math.min(2, Math.max(1, 1.2 * speed));
  speech.cancel();
  speech.speak(utterance);
}

/** More than this between two moments of a drawing that plays is a jump: nothing of it sounds. */
const JUMP_S = 0.5;

/** Beats and calls of a pattern while it plays: each sounds when the moment passes it. */
export function useSounds(
  sounds: readonly Sound[],
  { timeS, playing, speed }: Playback,
  how: Sounding,
): void {
  const before = useRef(timeS);
  useEffect(() => {
    const from = before.current;
    before.current = timeS;
    if (!playing || how === 'silent' || timeS <= from || timeS - from > JUMP_S) return;
    for (const { timeS: at, kind, words } of sounds) {
      if (at <= from || at > timeS) continue;
      if (kind !== 'call') tone(kind);
      else if (how === 'calls') say(words, speed);
    }
  }, [timeS, playing, how, sounds, speed]);
}
