export { dailyBackups, keepDaily, lastBackup, startDaily } from './daily';
export { BackupManifest } from './manifest';
export { readBackup } from './read-archive';
export type { BackupSource } from './snapshot';
export { dropStaged, finishSwap, stageRestore } from './swap';
export { backupsFolder, writeBackup } from './write-archive';
