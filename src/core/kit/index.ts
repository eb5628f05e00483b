export type { ArrivalCheck } from './arrival';
export { improvisedFor } from './improvise';
export type { Improvised } from './improvise';
export { kitGroups, kitOf } from './kit';
export type { Kit, KitAsked, KitGroup, KitThing } from './kit';
