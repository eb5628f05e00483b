import { type Facts, factValue } from './facts';
import { type FastenerGroup, goesToBowl } from './fastener';
import type { Procedure } from './procedure';
import { screwFact } from './ways';

export type LedgerRow = { group: FastenerGroup; inBowl: number; inPlace: number };

export type Ledger = { rows: LedgerRow[]; inBowl: number; total: number };

/** Where every screw is, from the facts alone. Captive ones never reach the bowl. */
export function screwLedger(procedure: Procedure, facts: Facts): Ledger {
  const rows = procedure.fasteners.map((group) => {
    const out = Array.from({ length: group.count }, (_, i) =>
      factValue(facts, screwFact(group.id, i + 1)),
    ).filter((isIn) => isIn === false).length;
    return { group, inBowl: goesToBowl(group) ? out : 0, inPlace: group.count - out };
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
