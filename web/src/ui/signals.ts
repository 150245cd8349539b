/** What is told to hands and ears: that something is kept, or that it wants a second look. */
export type Signal = 'kept' | 'look again';

/** One short and high, or two long and low: told apart without looking. */
const TONES: Readonly<Record<Signal, readonly { readonly hertz: number; readonly seconds: number }[]>> = {
  kept: [{ hertz: 1320, seconds: 0.07 }],
  'look again': [
    { hertz: 440, seconds: 0.16 },
    { hertz: 330, seconds: 0.22 },
  ],
};
const GAP = 0.06;
/** Milliseconds on, off, on. */
const MOVES: Readonly<Record<Signal, readonly number[]>> = { kept: [40], 'look again': [120, 80, 120] };

let audio: AudioContext | null = null;

/** @param by which of the two are switched on */
export function signal(what: Signal, by: { readonly sound: boolean; readonly buzz: boolean }): void {
  if (by.buzz) navigator.vibrate?.([...MOVES[what]]);
  if (!by.sound || typeof AudioContext === 'undefined') return;
  audio ??= new AudioContext();
  let at = audio.currentTime;
  for (const { hertz, seconds } of TONES[what]) {
    const tone = new OscillatorNode(audio, { frequency: hertz });
    tone.connect(new GainNode(audio, { gain: 0.2 })).connect(audio.destination);
    tone.start(at);
    tone.stop(at + seconds);
    at += seconds + GAP;
  }
}
