export { habitNote, marginOptions, practiceNote } from './sheet';
export { Sheet } from './sheet-schema';
export { sheetMarkdown } from './markdown';
export { howKnown, knownWords, waysOfKnowing } from './how-known';
export type { HowKnown } from './how-known';
export { beforeWords, kindsWords, lossWords, partitionBefore, thingsWords } from './sheet';
export { careFrom, monthsAfter } from './care';
