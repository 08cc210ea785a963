/** Permissions of a person in the shop, highest first. */
export const ROLES = ['owner', 'technician', 'viewer'] as const;
export type Role = (typeof ROLES)[number];
