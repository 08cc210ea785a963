import type { Drive } from '@/core/drive';

/** File name of a drive. */
export const fileNameOf = (drive: Drive): string =>
  `${
    drive.name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'drive'
  }.drive.json`;
