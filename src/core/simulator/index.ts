export { lookInside, switchOn } from './switch-on';
export type { DriveContents, Phase, SwitchedOn } from './switch-on';
