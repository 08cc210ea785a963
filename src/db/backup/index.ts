export { openArchive } from './archive';
export type { Archive, ArchiveResult } from './archive';
export { restoreBackup } from './restore';
export type { RestoreResult, RestoreTarget } from './restore';
export { BACKUP_TABLES, NOT_IN_BACKUP } from './tables';
export { writeBackup } from './write';
export type { Progress } from './write';
