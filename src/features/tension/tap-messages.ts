import type { TapReason } from '@/core/sound';

/** Result of a recording, and the next action. */
export const TAP_ADVICE: Readonly<Record<TapReason, string>> = {
  clear: 'The taps agree.',
  'one-tap': 'One tap was heard. Tap three times, once a second, for a better result.',
  'octave-open':
    'Another frequency fits nearly as well. Tap again nearer the middle of the span, or choose the one that is nearer the target.',
  'taps-differ': 'The taps differ. Check that nothing touches the span, and tap again.',
  noisy: 'The taps are barely above the noise. Hold the microphone nearer, a hand’s width from the span.',
  silent: 'The recording is silent. Check which microphone is chosen.',
  'too-short': 'The recording is too short. Record at least three seconds.',
  'nothing-rings':
    'No ring was found. Wait half a second, then tap the middle of the span three times, with the microphone a hand’s width off.',
  'dies-at-once': 'The recording has blows, but no ring. Check that nothing touches the span, and that the belt is not slack.',
};

export const QUALITY_WORDS = { good: 'clear', weak: 'weak', none: 'no note' } as const;
