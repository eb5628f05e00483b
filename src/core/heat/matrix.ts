/** Small dense matrices as rows; sizes here are at most eight. */
export type Matrix = Float64Array[];

export const zeros = (rows: number, columns: number): Matrix =>
  Array.from({ length: rows }, () => new Float64Array(columns));

function multiply(a: Matrix, b: Matrix): Matrix {
  return a.map((row) => {
    const product = new Float64Array(b[0]?.length ?? 0);
    b.forEach((other, k) => {
      const factor = row[k] ?? 0;
      if (factor !== 0)
        for (let j = 0; j < other.length; j += 1) product[j] = (product[j] ?? 0) + factor * (other[j] ?? 0);
    });
    return product;
  });
}

/**
 * e^M by scaling and squaring with a Taylor series (Moler and Van Loan, "Nineteen dubious ways to compute the
 * exponential of a matrix", method 3): scaled until every row sums below 1/2, 12 terms leave less than 1e-13.
 */
export function exponential(m: Matrix): Matrix {
  const size = m.length;
  const norm = Math.max(...m.map((row) => row.reduce((sum, x) => sum + Math.abs(x), 0)));
  const halvings = norm > 0.5 ? Math.ceil(Math.log2(norm / 0.5)) : 0;
  const scaled = m.map((row) => row.map((x) => x / 2 ** halvings));
  let result = zeros(size, size);
  result.forEach((row, i) => (row[i] = 1));
  let term = result;
  for (let k = 1; k <= 12; k += 1) {
    term = multiply(term, scaled).map((row) => row.map((x) => x / k));
    const added = term;
    result = result.map((row, i) => row.map((x, j) => x + added[i]![j]!));
  }
  for (let i = 0; i < halvings; i += 1) result = multiply(result, result);
  return result;
}

/** Solves M x = b by elimination with the largest pivot; null where M has no inverse. */
export function solve(m: Matrix, b: Float64Array): Float64Array | null {
  const size = m.length;
  const rows = m.map((row, i) => Float64Array.from([...row, b[i]!]));
  for (let column = 0; column < size; column += 1) {
    let pivot = column;
    for (let i = column + 1; i < size; i += 1)
      if (Math.abs(rows[i]![column]!) > Math.abs(rows[pivot]![column]!)) pivot = i;
    if (Math.abs(rows[pivot]![column]!) < 1e-300) return null;
    [rows[column], rows[pivot]] = [rows[pivot]!, rows[column]!];
    for (let i = 0; i < size; i += 1) {
      if (i === column) continue;
      const factor = rows[i]![column]! / rows[column]![column]!;
      if (factor !== 0) for (let j = column; j <= size; j += 1) rows[i]![j]! -= factor * rows[column]![j]!;
    }
  }
  return Float64Array.from(rows, (row, i) => row[size]! / row[i]!);
}
