export const unsavedAtSignOut = (count: number): string =>
  count === 1
    ? '1 change on this device is not on the server yet. Signing out deletes it.'
    : `${count} changes on this device are not on the server yet. Signing out deletes them.`;

export const commandsStillWork = (problem: string): string => `${problem} The commands above still work.`;

export const withServerNow = (what: string): string => `${what}: with the server now.`;
