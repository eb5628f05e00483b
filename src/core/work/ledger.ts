import { type Facts, factValue, isTrue } from './facts';
import { type FastenerGroup } from './fastener';
import { goesToBowl } from './fastener-words';
import type { Procedure } from './procedure';
import type { HandStep } from './swap-conditions';
import { screwFact } from './start-facts';

/** `lost`: one of the group is missing and may lie inside the device. */
export type LedgerRow = { group: FastenerGroup; inBowl: number; inPlace: number; lost: boolean };

export type Ledger = { rows: LedgerRow[]; inBowl: number; total: number };

/** The fact that says that one of a group is missing. */
export const lostFact = (groupId: string) => `screw.${groupId}.lost` as const;

/** The groups that these steps move: a board without them does not count them. */
export const fastenersOf = (
  { fasteners }: Pick<Procedure, 'fasteners'>,
  steps: HandStep[],
): FastenerGroup[] => {
  const moved = new Set(steps.flatMap(({ takesOut, putsIn }) => [...takesOut, ...putsIn]));
  return fasteners.filter(({ id }) => moved.has(id));
};

/** Where every screw of these groups is, from the facts alone. Captive ones never reach the bowl. */
export function screwLedger({ fasteners }: Pick<Procedure, 'fasteners'>, facts: Facts): Ledger {
  const rows = fasteners.map((group) => {
    const out = Array.from({ length: group.count }, (_, i) =>
      factValue(facts, screwFact(group.id, i + 1)),
    ).filter((isIn) => isIn === false).length;
    return {
      group,
      inBowl: goesToBowl(group) ? out : 0,
      inPlace: group.count - out,
      lost: isTrue(facts, lostFact(group.id)),
    };
  });
  const loose = rows.filter((row) => goesToBowl(row.group));
  return {
    rows,
    inBowl: rows.reduce((total, row) => total + row.inBowl, 0),
    total: loose.reduce((total, row) => total + row.group.count, 0),
  };
}

/** Screws not in their holes, captive ones included: none may be left when the device is switched on. */
export const screwsOut = (ledger: Ledger): number =>
  ledger.rows.reduce((total, row) => total + row.group.count - row.inPlace, 0);
