export { OldDriveAfter } from './after';
export type { Wiped } from './after';
export { wipeMethods } from './method-names';
export type { WipeMethod } from './method-names';
export { methodsFor, missChance, readBackBlocks, sampledPlaces } from './methods';
export type { Method, WipedDrive } from './methods';
export { isDue, labelText, oldDriveLabel, wipedWords } from './words';
