/** That a version of a device's procedure was run through in Practice: by whom, when, how many steps, and how many of them were missed. */
export type DryRun = { version: number; by: string; at: string; steps: number; missed: number };

/** How a version stands, in words; `day` shows a moment. */
export function dryRunWords(run: DryRun | null, day: (at: string) => string): string {
  if (!run) return 'Nobody has run it through in Practice yet';
  const { by, at, steps, missed } = run;
  return `Run through in Practice by ${by}, ${day(at)}: ${missed === 0 ? `all ${steps} steps right` : `${missed} of ${steps} steps missed`}`;
}
