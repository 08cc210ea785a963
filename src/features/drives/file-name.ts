import type { Drive } from '@/core/drive';

/** What a drive’s file is called. */
export const fileNameOf = (drive: Drive): string =>
  `${
    drive.name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'drive'
  }.drive.json`;
