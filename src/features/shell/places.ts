import type { IconName } from '@/ui/icons';

export interface Place {
  readonly href: string;
  readonly name: string;
  readonly icon: IconName;
  /** Key after G that opens it. */
  readonly key: string;
}

export const PLACES: readonly Place[] = [
  { href: '/', name: 'Jobs', icon: 'bench', key: 'j' },
  { href: '/machines', name: 'Machines', icon: 'machines', key: 'm' },
  { href: '/drives', name: 'Drives', icon: 'drives', key: 'd' },
  { href: '/shelf', name: 'Stock', icon: 'shelf', key: 's' },
  { href: '/follow-ups', name: 'Follow-ups', icon: 'followUps', key: 'f' },
  { href: '/practice', name: 'Practice', icon: 'practice', key: 'p' },
  { href: '/shop', name: 'Settings', icon: 'shop', key: 'o' },
];
