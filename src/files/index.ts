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
export { holderOf, holderWithPort, lockFile, lockFolder } from './lock';
export { isMissing, readIfThere } from './reading';
