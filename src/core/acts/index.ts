export { decide, onlyAdds, permit, readsHistory, stopsOf } from './decide';
export { ActRequest, JobAct, actTable } from './table';
export type { ActKind, ActOf, StandInKind } from './table';
