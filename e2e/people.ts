import { DEMO_ACCOUNTS } from '../scripts/demo-accounts';

const [owner, technician, viewer] = DEMO_ACCOUNTS;
export const ACCOUNTS = { owner, technician, viewer } as const;

export const sessionFile = (email: string): string => `.cache/sessions/${email}.json`;
export const as = (role: keyof typeof ACCOUNTS): { storageState: string } => ({ storageState: sessionFile(ACCOUNTS[role].email) });
