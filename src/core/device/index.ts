export { CarryWay, CarryWays, WayId, wayIds } from './carry-ways';
export { Measures, measureNames } from './measures';
export { Accepted, BayForm, ModuleForm, Place, PlaceHeat, SinkRule } from './place';
export { DevicePrompt, FirstPower, PowerCable, PowerPhase, cableFacts } from './first-power';
export { DeviceProfile } from './profile';
export { profileFaults } from './profile-faults';
export type { ProfileFault } from './profile-faults';
export { mainPlace, placeOf, resolvePlace, revisionsThatMatter } from './resolve';
export { CaseChange, PlaceChange, Revision } from './variation';
