import type { z } from 'zod';
import { type FigureFault, figureFaults } from './ranges';

/**
 * A part as it may come in: its shape, every figure in its range, and nothing that contradicts itself. What is kept already is
 * read by its shape alone, so that a stricter check of today takes nothing away.
 */
export const checked = <S extends z.ZodObject>(
  shape: S,
  contradictions: (part: z.infer<S>) => FigureFault[] = () => [],
): S =>
  shape.superRefine((part, context) => {
    const value = part as z.infer<S>;
    // What is not even of its shape, such as an empty list, can contradict nothing.
    const told = context.issues.length > 0 ? [] : contradictions(value);
    for (const { path, message } of [...figureFaults(value), ...told])
      context.addIssue({ code: 'custom', path, message });
  });

/** A contradiction at one field. */
export const wrong = (path: string, message: string): FigureFault => ({ path: [path], message });
