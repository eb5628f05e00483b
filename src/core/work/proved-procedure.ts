import { type Procedure as AnyProcedure, ProcedureShape } from './procedure';
import { procedureFaults } from './procedure-faults';

/** A procedure that was proved: for each way through it nothing is left open. */
export const Procedure = ProcedureShape.superRefine((procedure, context) => {
  if (context.issues.length > 0) return;
  for (const { message, path, mend } of procedureFaults(procedure))
    context.addIssue({ code: 'custom', message, path, params: { mend } });
});
export type Procedure = AnyProcedure;
