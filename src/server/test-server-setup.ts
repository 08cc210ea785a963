import { vi } from 'vitest';
import { seen } from '../db/test-seen';

/** Commands and queries run in database tests as the person, and on the database, of `seen`. They compute in the process of the test. */
vi.mock('./session', async (original) => ({
  ...(await original<object>()),
  currentPerson: async () => seen.person,
  clientAddress: async () => '127.0.0.1',
  startSession: async (id: number) => void seen.signedIn.push(id),
}));
vi.mock('../db', async (original) => ({ ...(await original<object>()), database: () => seen.db }));
vi.mock('./compute', async () => {
  const tasks = (await import('../workers/compute-tasks')) as unknown as Record<string, (input: unknown) => unknown>;
  return { compute: async (task: string, input: unknown) => ({ ok: true, value: tasks[task]?.(input) }) };
});
