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

/**
 * Eigenvalues and eigenvectors of a symmetric matrix by Jacobi’s rotations (Golub and Van Loan, "Matrix Computations",
 * 8.5): `vectors[i][m]` is component i of the vector that belongs to `values[m]`, in no order. `m` is not changed.
 */
export function symmetricModes(m: Matrix): { values: Float64Array; vectors: Matrix } {
  const size = m.length;
  const a = m.map((row) => Float64Array.from(row));
  const vectors = zeros(size, size);
  for (let i = 0; i < size; i += 1) vectors[i]![i] = 1;
  for (let sweep = 0; sweep < 40; sweep += 1) {
    let off = 0;
    let on = 0;
    for (let i = 0; i < size; i += 1) {
      on += a[i]![i]! ** 2;
      for (let j = i + 1; j < size; j += 1) off += a[i]![j]! ** 2;
    }
    if (off <= on * 1e-26) break;
    for (let p = 0; p < size - 1; p += 1) for (let q = p + 1; q < size; q += 1) rotate(a, vectors, p, q);
  }
  return { values: Float64Array.from(a, (row, i) => row[i]!), vectors };
}

/** One of Jacobi’s rotations: makes element p, q of a symmetric matrix zero, and turns the vectors with it; in place. */
function rotate(a: Matrix, vectors: Matrix, p: number, q: number): void {
  const [rowP, rowQ] = [a[p]!, a[q]!];
  const apq = rowP[q]!;
  if (apq === 0) return;
  const theta = (rowQ[q]! - rowP[p]!) / (2 * apq);
  const t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
  const c = 1 / Math.sqrt(t * t + 1);
  const s = t * c;
  for (const row of a) {
    const kp = row[p]!;
    const kq = row[q]!;
    row[p] = c * kp - s * kq;
    row[q] = s * kp + c * kq;
  }
  for (let k = 0; k < rowP.length; k += 1) {
    const pk = rowP[k]!;
    const qk = rowQ[k]!;
    rowP[k] = c * pk - s * qk;
    rowQ[k] = s * pk + c * qk;
  }
  for (const row of vectors) {
    const vp = row[p]!;
    const vq = row[q]!;
    row[p] = c * vp - s * vq;
    row[q] = s * vp + c * vq;
  }
}
