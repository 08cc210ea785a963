/** Name of the database with all tables that each test file copies. */
export const templateOf = (server: string): string => `${new URL(server).pathname.slice(1)}_template`;

/** Address of a database of the same server. */
export const addressOf = (server: string, name: string): string => Object.assign(new URL(server), { pathname: `/${name}` }).toString();
