export const beingMeasured = (measured: number, asked: number): string => `· being measured, ${measured} of ${asked} distances`;

export const latestJobs = (shown: number, total: number): string =>
  `The latest ${shown} of ${total}; Find (Ctrl K) finds the others by number or words.`;

export const latestEntries = (shown: number, total: number): string =>
  `These are the latest ${shown} of ${total} entries. The CSV and JSON files hold all of them.`;
