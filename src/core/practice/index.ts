export {
  anyVariant,
  ask,
  beginPractice,
  choicesAt,
  isDone,
  levels,
  pick,
  scoreOf,
  variantWords,
} from './practice';
export type { Level, Practice, Score } from './practice';
export { Mistake } from './mistake-schema';
export { bowlTest, checkBowl } from './bowl-test';
export type { BowlTest } from './bowl-test';
export { due, practised, spacingRule } from './spacing';
export { StepRecord } from './step-record';
export { dryRunWords, isRunThrough } from './dry-run';
export type { DryRun } from './dry-run';
