export { SwitchedOn, lookInside, switchOn } from './switch-on';
export type { DriveContents } from './switch-on';
