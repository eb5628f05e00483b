import type { FactName, FactSetting } from './fact-schema';
import type { Pry } from './procedure';

/** The id that the undoing of a step of opening has. */
export const backId = (stepId: string) => `back-${stepId}`;

export type HandStation = 'open' | 'swap' | 'close';

/** One step of the hands as the work screen shows it; effects include those of its fasteners and cables. */
export type HandStep = {
  id: string;
  station: HandStation;
  title: string;
  how: string;
  at: string | null;
  tool: string | null;
  materials: { name: string; why: string }[];
  hold: string | null;
  caution: string | null;
  breaks: string | null;
  final: string | null;
  pry: Pry | null;
  stuck: string | null;
  minutes: number;
  touchesBoard: boolean;
  mayDo: 'anyone' | 'mains';
  needs: { fact: FactName; value: boolean }[];
  effects: FactSetting[];
  takesOut: string[];
  putsIn: string[];
  unplugs: string[];
  plugs: string[];
  tooEarly: string | null;
  forgotten: string | null;
  /** Acts before it that need not be done first. */
  alongside: string[];
  waits: boolean;
  /** It stands behind a fork of the board revisions: the board must be known before it is done. */
  afterFork: boolean;
};
