export {
  fileMode,
  folderMode,
  keepPrivate,
  makeFolder,
  makePrivate,
  removeDurably,
  renameDurably,
  syncFolder,
  syncTree,
  writeDurably,
} from './durable';
export { holderOf, lockFile, lockFolder } from './lock';
export { isMissing, readIfThere } from './reading';
