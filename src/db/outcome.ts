import { UniqueConstraintError } from 'sequelize';

export const done = <T>(value: T) => ({ ok: true as const, value });
export const refused = (problem: string) => ({ ok: false as const, reason: 'refused' as const, problem });
export const stale = <Current>(what: string, current: Current) => ({
  ok: false as const,
  reason: 'stale' as const,
  current,
  problem: `Another user changed this ${what} while you worked on it. Nothing was overwritten.`,
});

/** Runs a write and turns the breach of a unique rule into a sentence. */
export async function onUniqueViolation<T>(sentence: string, write: () => Promise<T>): Promise<T | ReturnType<typeof refused>> {
  try {
    return await write();
  } catch (error) {
    if (error instanceof UniqueConstraintError) return refused(sentence);
    throw error;
  }
}
