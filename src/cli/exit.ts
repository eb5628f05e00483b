import type { Fault } from '@/core/result';

/** What the command's number tells another program. Documented in the README. */
export const exitCode = {
  /** Done, and nothing is wrong. */
  fine: 0,
  /** Done, and something is wrong with what was looked at: faults, sectors that could not be read, a difference. */
  found: 1,
  /** The command was not understood. */
  usage: 2,
  /** What should be read cannot be: missing, no file, no permission, no image. */
  input: 3,
  /** The target was refused or gave up: it is taken, too small, full, a device. */
  target: 4,
  /** Something nobody foresaw (sysexits.h, EX_SOFTWARE). */
  unexpected: 70,
  /** Stopped by hand; the same command goes on. */
  stopped: 130,
} as const;

/** A refusal with the number that the command ends with. */
export class CommandError extends Error {
  constructor(
    readonly fault: Fault,
    readonly code: number,
  ) {
    super(fault.sentence);
  }
}

export function fail(code: number, sentence: string, remedy: string, name = 'refused'): never {
  throw new CommandError({ code: name, sentence, remedy }, code);
}
