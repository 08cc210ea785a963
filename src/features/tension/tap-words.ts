import type { TapReason } from '@/core/sound';

/** What a recording amounts to, and what to do next. */
export const TAP_ADVICE: Readonly<Record<TapReason, string>> = {
  clear: 'The taps agree.',
  'one-tap': 'One tap was heard. Tap three times, once a second, for a better result.',
  'octave-open': 'Another note fits nearly as well. Tap again nearer the middle of the span, or choose the one that is nearer the target.',
  'taps-differ': 'The taps differ. See that nothing touches the span, and tap again.',
  noisy: 'The taps are barely above the noise. Hold the microphone nearer, a hand’s width from the span.',
  silent: 'The recording is silent. See which microphone is chosen.',
  'too-short': 'That was too short. Listen for three seconds or more.',
  'nothing-rings':
    'Nothing rings in it. Wait half a second, then tap the middle of the span three times, with the microphone a hand’s width off.',
  'dies-at-once': 'There are blows in it, but nothing that rings on. See that nothing touches the span, and that the belt is not slack.',
};

export const QUALITY_WORDS = { good: 'clear', weak: 'weak', none: 'no note' } as const;
