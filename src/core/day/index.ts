export type { Day, DayJob, DayTask, DayView, Slot, Worker } from './model';
export { planDay } from './plan';
export type { Plan } from './plan';
export { chancesOf } from './chances';
export type { JobChance } from './chances';
export { leastEnd } from './bound';
export { prepare, schedule } from './schedule';
