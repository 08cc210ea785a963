export { objectStore, openStore } from './object-store';
export type { ObjectStore } from './object-store';
export { FILE_TABLES, loadFile, moveFiles, removeOrphans, storeFile } from './stored-file';
export type { FilePlace, FileTable } from './stored-file';
