/** A refusal at a border: a code for programs, a sentence for a person, and the way out. */
export type Fault = { code: string; sentence: string; remedy: string; details?: FaultDetail[] };

/** One of several faults that were found at once: where, what, and what would mend it. */
export type FaultDetail = { where: string; what: string; mend: string | null };

/** Expected outcomes are values; throwing is for bugs and broken infrastructure. */
export type Result<T> = { ok: true; value: T } | { ok: false; fault: Fault };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const refuse = (code: string, sentence: string, remedy: string): { ok: false; fault: Fault } => ({
  ok: false,
  fault: { code, sentence, remedy },
});

/** For tests and for data that ships with the product, where a refusal is a bug. */
export function unsafeValue<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(`${result.fault.code}: ${result.fault.sentence}`);
  return result.value;
}
