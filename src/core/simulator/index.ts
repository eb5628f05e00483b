export { SwitchedOn, blankContents, lookInside, switchOn } from './switch-on';
export type { DriveContents } from './switch-on';
