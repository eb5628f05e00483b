export { blockBytes, contentOf, foundAt } from './content';
export type { Found } from './content';
export { capacityLines, readCapacityFile } from './lines';
export { gridBytes, missScattered, placesOf, surelyFoundBytes } from './places';
export { CapacityTried, judgeCapacity } from './verdict';
