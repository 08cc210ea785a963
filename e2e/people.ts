import { DEMO_ACCOUNTS } from '../scripts/demo-accounts';

const [owner, technician, viewer] = DEMO_ACCOUNTS;
export const ACCOUNTS = { owner, technician, viewer } as const;

/** Sessions belong to one server: two halves of the tests may run side by side, each on its own. */
const server = (process.env['BASE_URL'] ?? '').replace(/\W+/g, '-');
export const sessionFile = (email: string): string => `.cache/sessions/${server}-${email}.json`;
export const as = (role: keyof typeof ACCOUNTS): { storageState: string } => ({ storageState: sessionFile(ACCOUNTS[role].email) });
