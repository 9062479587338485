import jstat from 'jstat';

/** As many terms as any x and a within reach of a table of counts need. */
const MOST_TERMS = 10_000;
const PRECISION = 1e-16;
const TINY = 1e-300;

/**
 * The regularised upper incomplete gamma function Q(a, x), worked out itself and not as 1 − P: a share of 1e-200 keeps its digits.
 * By the series of P below a + 1 (NIST Digital Library of Mathematical Functions, 8.11.4), where Q is not small, and by Legendre's continued
 * fraction above (8.9.2), evaluated as by Lentz (Applied Optics 1976).
 * @param a above 0
 * @param x 0 or more
 */
export function upperGamma(a: number, x: number): number {
  if (x <= 0) return 1;
  const scale = Math.exp(a * Math.log(x) - x - jstat.gammaln(a));
  if (x < a + 1) {
    let term = 1 / a;
    let sum = term;
    for (let n = 1; n < MOST_TERMS && term > sum * PRECISION; n++) {
      term *= x / (a + n);
      sum += term;
    }
    return Math.min(1, Math.max(0, 1 - scale * sum));
  }
  let b = x + 1 - a;
  let c = 1 / TINY;
  let d = 1 / b;
  let fraction = d;
  for (let n = 1; n < MOST_TERMS; n++) {
    const step = n * (a - n);
    b += 2;
    d = 1 / (step * d + b || TINY);
    c = b + step / c || TINY;
    const change = c * d;
    fraction *= change;
    if (Math.abs(change - 1) < PRECISION * 4) break;
  }
  return scale * fraction;
}

/** How likely a chi-square of so many degrees of freedom is as large as this, or larger. */
export const chiSquareTail = (chi2: number, df: number): number => upperGamma(df / 2, chi2 / 2);

/** How likely a standard normal variable is as far from 0 as z, or farther, on either side. */
export const normalTails = (z: number): number => upperGamma(0.5, (z * z) / 2);
