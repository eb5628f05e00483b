import type { Highs } from 'highs';
import { type Placing, type Shelf, costOf, stands, tiny } from './model';
import type { Open } from './relax';

/** What the best known placement costs in the solver's numbers: its tolerances are absolute. */
const scaledCost = 1e6;
const bytesInUnit = 1e6;
/** Sizes are whole bytes: half of one more is none, and leaves the solver its rounding. */
const halfByte = 0.5 / bytesInUnit;

/** A solver, and the seconds after which it says what it has. */
export type Solver = { highs: Highs; mostS: number };

export type Solved = { placing: Placing; leastS: number; isExact: boolean };

/**
 * The generalised assignment problem as a mixed integer program, by branch and cut (HiGHS): each thing in one of the places that it may still go to, no
 * shelf over its room. `known` is where it starts and what it has to beat; a placement that it gives is taken only where it stands to the byte. Exact within the solver's
 * tolerances; `leastS` is the bound that it proved where its time was over, after `mostS` seconds.
 */
export function bySolver(
  opens: readonly Open[],
  shelves: readonly Shelf[],
  known: Placing,
  { highs, mostS }: Solver,
): Solved {
  const cost = costOf(known);
  const full = shelves.filter(({ id }) => id !== null);
  const rowOf = new Map(full.map((shelf, i) => [shelf, opens.length + i]));
  const columns = opens.flatMap(({ thing, options }, row) =>
    options.map((option) => ({ thing, option, row })),
  );
  const scale = scaledCost / Math.max(cost, Number.MIN_VALUE);
  const starts: number[] = [];
  const indices: number[] = [];
  const values: number[] = [];
  for (const { thing, option, row } of columns) {
    starts.push(indices.length);
    indices.push(row);
    values.push(1);
    const shelf = rowOf.get(option.shelf);
    if (shelf === undefined) continue;
    indices.push(shelf);
    values.push(thing.bytes / bytesInUnit);
  }
  const rooms = full.map(({ room }) => room / bytesInUnit + halfByte);
  const { variableType, modelStatus, objectiveSense } = highs.constants;
  const each = <T>(count: number, value: T) => Array.from({ length: count }, () => value);
  return highs.withModel(
    {
      numCols: columns.length,
      numRows: opens.length + full.length,
      sense: objectiveSense.minimize,
      colCost: columns.map(({ option }) => option.cost * scale),
      colLower: each(columns.length, 0),
      colUpper: each(columns.length, 1),
      rowLower: [...each(opens.length, 1), ...each(full.length, -highs.infinity)],
      rowUpper: [...each(opens.length, 1), ...rooms],
      matrix: {
        format: 'csc',
        numRows: opens.length + full.length,
        numCols: columns.length,
        starts: [...starts, indices.length],
        indices,
        values,
      },
      integrality: each(columns.length, variableType.integer),
    },
    (model): Solved => {
      model.options.set({
        output_flag: false,
        time_limit: mostS,
        mip_rel_gap: 0,
        mip_feasibility_tolerance: 1e-9,
        primal_feasibility_tolerance: 1e-8,
      });
      model.setSolution({
        colValue: columns.map(({ thing, option }) => (known.get(thing) === option ? 1 : 0)),
      });
      const { modelStatus: ended } = model.run();
      // What is known may have been left out as no better: then nothing is left that is.
      if (ended === modelStatus.infeasible) return { placing: known, leastS: cost, isExact: true };
      const isThrough = ended === modelStatus.optimal;
      const { colValue } = model.getSolution();
      const taken = columns.filter((_, i) => (colValue[i] ?? 0) > 0.5);
      const found: Placing = new Map(taken.map(({ thing, option }) => [thing, option]));
      const isGood = taken.length === opens.length && found.size === opens.length && stands(found, shelves);
      const placing = isGood && costOf(found) < cost ? found : known;
      const proved = Number(model.info.get('mip_dual_bound')) / scale;
      const leastS = Number.isFinite(proved) ? Math.min(proved, costOf(placing)) : 0;
      const isExact = isThrough && costOf(placing) - leastS <= tiny(cost) + cost * 1e-9;
      return { placing, leastS: isExact ? costOf(placing) : leastS, isExact };
    },
  );
}
