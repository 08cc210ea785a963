/** Acts that hold a password. They are sent at once or not at all: no device and no database keeps anything of them. */
export const SECRET_ACTS: ReadonlySet<string> = new Set(['person.add', 'person.reset-password', 'own-password']);
