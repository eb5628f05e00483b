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
    result = result.map((row, i) => row.map((x, j) => x + (added[i]?.[j] ?? 0)));
  }
  for (let i = 0; i < halvings; i += 1) result = multiply(result, result);
  return result;
}

/** An element of a flat matrix; sizes are the caller’s promise, so none is ever outside. */
const at = (flat: Float64Array, index: number): number => flat[index] ?? 0;

/**
 * Eigenvalues and eigenvectors of a symmetric matrix by Jacobi’s rotations (Golub and Van Loan, "Matrix Computations",
 * 8.5). `m` holds its rows one behind the other and is used up: its diagonal ends as the values. Component i of the vector that
 * belongs to value k is `vectors[i * size + k]`, in no order.
 */
export function symmetricModes(
  m: Float64Array,
  size: number,
): { values: Float64Array; vectors: Float64Array } {
  const vectors = new Float64Array(size * size);
  for (let i = 0; i < size; i += 1) vectors[i * size + i] = 1;
  for (let sweep = 0; sweep < 40; sweep += 1) {
    let [off, on] = [0, 0];
    for (let i = 0; i < size; i += 1) {
      on += at(m, i * size + i) ** 2;
      for (let j = i + 1; j < size; j += 1) off += at(m, i * size + j) ** 2;
    }
    if (off <= on * 1e-26) break;
    for (let p = 0; p < size - 1; p += 1)
      for (let q = p + 1; q < size; q += 1) rotate(m, vectors, size, p, q);
  }
  const values = new Float64Array(size);
  for (let i = 0; i < size; i += 1) values[i] = at(m, i * size + i);
  return { values, vectors };
}

/** One of Jacobi’s rotations: makes element p, q of a symmetric matrix zero, and turns the vectors with it; in place. */
function rotate(m: Float64Array, vectors: Float64Array, size: number, p: number, q: number): void {
  const apq = at(m, p * size + q);
  if (apq === 0) return;
  const theta = (at(m, q * size + q) - at(m, p * size + p)) / (2 * apq);
  const t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
  const c = 1 / Math.sqrt(t * t + 1);
  const s = t * c;
  turn(m, size, p, q, size, c, s);
  turn(m, size, p * size, q * size, 1, c, s);
  turn(vectors, size, p, q, size, c, s);
}

/** Turns two lines of a flat matrix against each other: columns with a step of the size, rows with a step of one; in place. */
function turn(
  flat: Float64Array,
  size: number,
  p: number,
  q: number,
  step: number,
  c: number,
  s: number,
): void {
  for (let k = 0; k < size; k += 1) {
    const [one, other] = [at(flat, p + k * step), at(flat, q + k * step)];
    flat[p + k * step] = c * one - s * other;
    flat[q + k * step] = s * one + c * other;
  }
}
