/** Commands with a password. They are sent immediately or not at all, and never stored on a device or in the database. */
export const SECRET_COMMANDS: ReadonlySet<string> = new Set(['person.add', 'person.reset-password', 'own-password']);
