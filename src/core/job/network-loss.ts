import type { PowerRun } from './power-run';

/** Since when the network of a device that restores over it is gone, ISO 8601; null while it is there. */
export const networkGoneSince = (power: Pick<PowerRun, 'losses'> | null): string | null =>
  power?.losses?.find(({ backAt }) => backAt === null)?.at ?? null;

/** How often it went on by itself since it last began. */
export const retriesTaken = ({ losses = [] }: Pick<PowerRun, 'losses'>): number =>
  losses.slice(losses.findLastIndex(({ goesOn }) => goesOn === 'anew') + 1).filter(({ goesOn }) => goesOn)
    .length;
