const KEY = 'wobbly-fin:sound';

/** Whether this phone may be heard: off until somebody wants it. */
export const sound = $state({ on: localStorage.getItem(KEY) === 'on' });

export function switchSound(): void {
  sound.on = !sound.on;
  localStorage.setItem(KEY, sound.on ? 'on' : 'off');
}

let context: AudioContext | undefined;

/** A tone, where the sound is on. */
export function tone(hertz: number, seconds: number): void {
  if (!sound.on) return;
  context ??= new AudioContext();
  const voice = context.createOscillator();
  const loud = context.createGain();
  voice.frequency.value = hertz;
  loud.gain.value = 0.4;
  voice.connect(loud).connect(context.destination);
  voice.start();
  voice.stop(context.currentTime + seconds);
}
