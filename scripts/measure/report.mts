/** One line: what, how much, what is wanted, and whether it holds. */
export function report(what: string, value: string, wanted: string, holds: boolean): boolean {
  console.log(`${holds ? 'ok    ' : 'MISSED'} ${what}: ${value} (wanted: ${wanted})`);
  return holds;
}

export const median = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
