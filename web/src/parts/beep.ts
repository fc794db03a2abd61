let context: AudioContext | null = null;

/** A short tone, at once. Sounds only after a hand has touched the page, as browsers have it. */
export function beep(pitchHz: number, lastsS: number, loud: number): void {
  if (typeof AudioContext === 'undefined') return;
  context ??= new AudioContext();
  const oscillator = context.createOscillator();
  const gain = context.createGain();
  const now = context.currentTime;
  oscillator.frequency.value = pitchHz;
  gain.gain.setValueAtTime(loud, now);
  gain.gain.exponentialRampToValueAtTime(0.001, now + lastsS);
  oscillator.connect(gain).connect(context.destination);
  oscillator.start(now);
  oscillator.stop(now + lastsS);
}

/** Makes ready what sounds later: to be called when a hand presses something. */
export function readySound(): void {
  if (typeof AudioContext === 'undefined') return;
  context ??= new AudioContext();
  void context.resume();
}
