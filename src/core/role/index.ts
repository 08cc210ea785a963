/** What a person may do in the shop, the most first. */
export const ROLES = ['owner', 'technician', 'viewer'] as const;
export type Role = (typeof ROLES)[number];
