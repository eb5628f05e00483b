import type { z } from 'zod';
import type { DecideContext, Decision, JobState } from '../job';
import { type Result, ok } from '../result';
import type { Stop } from '../work';

/** What an act is judged by: the job as it stands, the act as it was asked for, and what was loaded for both. */
export type Asked<Act> = { state: JobState; act: Act; context: DecideContext };

/** May it be done now? Returns the fault with its remedy, or nothing. */
export type Check<Act> = (asked: Asked<Act>) => Result<null>;

/** For acts that nothing speaks against. Written out, so that nobody forgets to ask. */
export const always = (): Result<null> => ok(null);

type Common<Schema extends z.ZodType> = {
  /** The act as it arrives, its `kind` a literal. */
  schema: Schema;
  /** What it is called where acts are listed. */
  words: string;
  /** Whether it may still be done to a job that was handed over. */
  afterHandOver: boolean;
  /** What must be there before holds are looked at. */
  needs: Check<z.infer<Schema>>;
  /** The kinds of hold that stop it. */
  stops: readonly Stop[] | ((asked: Asked<z.infer<Schema>>) => readonly Stop[]);
  /** What else must be so. */
  permit: Check<z.infer<Schema>>;
  /** It chooses, plans or carries: refused once the old drive goes in again. */
  carries?: true;
  /** It only adds: what others did since the person looked takes nothing from its sense, so it is done all the same. */
  onlyAdds?: true;
};

/** An act that is one decision about the job's document and one line of history. */
export type PersonAct<Schema extends z.ZodType> = Common<Schema> & {
  doneBy: 'person';
  decide: (asked: Asked<z.infer<Schema>>) => Result<Decision>;
  /** Whether deciding it reads the whole history of the job. */
  readsHistory?: true;
};

/** An act that a stand-in does (the dock, the simulated device), which reports what came of it. */
export type StandInAct<Schema extends z.ZodType> = Common<Schema> & { doneBy: 'dock' | 'device' };

/** Describes an act that a person does. */
export const personAct = <Schema extends z.ZodType>(
  schema: Schema,
  rest: Omit<PersonAct<Schema>, 'schema' | 'doneBy'>,
): PersonAct<Schema> => ({ schema, doneBy: 'person', ...rest });

/** Describes an act that a stand-in does. */
export const standInAct = <Schema extends z.ZodType>(
  schema: Schema,
  doneBy: 'dock' | 'device',
  rest: Omit<StandInAct<Schema>, 'schema' | 'doneBy'>,
): StandInAct<Schema> => ({ schema, doneBy, ...rest });
