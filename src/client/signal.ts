/** Result of a measurement that a person can hear or feel, without the screen. */
export type Signal = 'taken' | 'nothing';

/** Tones, Hz, and vibration, ms on and off. */
const TONES: Readonly<Record<Signal, { readonly hz: readonly number[]; readonly vibrate: readonly number[] }>> = {
  taken: { hz: [880, 1320], vibrate: [120] },
  nothing: { hz: [330], vibrate: [60, 80, 60, 80, 60] },
};
const TONE_S = 0.12;
/** Quiet enough for a shop, loud enough at arm’s length. */
const LOUDNESS = 0.15;

/** Signals a result by sound and vibration. A device without either stays silent. */
export function signal(result: Signal): void {
  const { hz, vibrate } = TONES[result];
  try {
    navigator.vibrate?.([...vibrate]);
    const context = new AudioContext();
    const volume = context.createGain();
    volume.gain.value = LOUDNESS;
    volume.connect(context.destination);
    hz.forEach((frequency, i) => {
      const tone = context.createOscillator();
      tone.frequency.value = frequency;
      tone.connect(volume);
      tone.start(context.currentTime + i * TONE_S);
      tone.stop(context.currentTime + (i + 1) * TONE_S);
      if (i === hz.length - 1) tone.onended = () => void context.close();
    });
  } catch {
    // A browser that allows no sound has shown the result on the screen already.
  }
}
