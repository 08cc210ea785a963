import type { TopLimit } from '@/core/cvt';

export const LIMIT_WORDS: Readonly<Record<TopLimit, string>> = {
  'primary-travel': 'the primary has closed wholly',
  'primary-rim': 'the belt is flush with the rim of the primary',
  'secondary-hub': 'the belt lies on the hub of the secondary',
  'secondary-open': 'the secondary is wholly open',
};
