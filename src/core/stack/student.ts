/** ln Γ(x) for x > 0 by Lanczos' series (Numerical Recipes, 6.1); error below 2e-10. */
function logGamma(x: number): number {
  const c = [
    76.18009172947146, -86.5053203294168, 24.01409824083091, -1.231739572450155, 1.208650973866179e-3,
    -5.395239384953e-6,
  ];
  let y = x;
  const base = x + 5.5 - (x + 0.5) * Math.log(x + 5.5);
  let sum = 1.000000000190015;
  for (const term of c) sum += term / (y += 1);
  return -base + Math.log((Math.sqrt(2 * Math.PI) * sum) / x);
}

/** Continued fraction of the incomplete beta function (Numerical Recipes, 6.4, modified Lentz). */
function betaFraction(a: number, b: number, x: number): number {
  const tiny = 1e-300;
  const guard = (n: number) => (Math.abs(n) < tiny ? tiny : n);
  let c = 1;
  let d = 1 / guard(1 - ((a + b) * x) / (a + 1));
  let h = d;
  for (let m = 1; m <= 300; m += 1) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / guard(1 + even * d);
    c = guard(1 + even / c);
    h *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / guard(1 + odd * d);
    c = guard(1 + odd / c);
    h *= d * c;
    if (Math.abs(d * c - 1) < 1e-12) break;
  }
  return h;
}

/** Regularised incomplete beta function I_x(a, b). */
function incompleteBeta(a: number, b: number, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x));
  return x < (a + 1) / (a + b + 2)
    ? (front * betaFraction(a, b, x)) / a
    : 1 - (front * betaFraction(b, a, 1 - x)) / b;
}

/** Share of Student's distribution with `degrees` of freedom that lies below t. */
export function studentShare(t: number, degrees: number): number {
  const tail = incompleteBeta(degrees / 2, 0.5, degrees / (degrees + t * t)) / 2;
  return t > 0 ? 1 - tail : tail;
}

/** The t below which the share p (0.5 ≤ p < 1) of Student's distribution lies; by halving, to 1e-10. */
export function studentQuantile(p: number, degrees: number): number {
  let low = 0;
  let high = 1;
  while (studentShare(high, degrees) < p && high < 1e9) high *= 2;
  for (let i = 0; i < 100 && high - low > 1e-10 * Math.max(1, high); i += 1) {
    const middle = (low + high) / 2;
    if (studentShare(middle, degrees) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
