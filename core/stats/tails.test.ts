import { compareProportions } from './proportions';
import { associationOf } from './tables';
import { chiSquareTail, normalTails, upperGamma } from './tails';

const close = (value: number, expected: number) => expect(Math.abs(value / expected - 1)).toBeLessThan(1e-10);

describe('upper tails', () => {
  // Abramowitz and Stegun, Handbook of Mathematical Functions (1964), table 26.7 and 26.8; the values beyond it by their closed forms.
  test.each([
    [3.841458820694124, 1, 0.05],
    [6.634896601021213, 1, 0.01],
    [5.991464547107979, 2, 0.05],
    [13.815510557964274, 2, 0.001],
    [18.307038053275146, 10, 0.05],
    [0, 3, 1],
  ])('of chi-square %d with %d degrees of freedom is %d', (chi2, df, p) => close(chiSquareTail(chi2, df), p));
  // With two degrees of freedom the tail is exp(-x / 2), with four (1 + x / 2) exp(-x / 2).
  test.each([50, 200, 700, 1_350])('keep their digits at chi-square %d', (x) => {
    close(chiSquareTail(x, 2), Math.exp(-x / 2));
    close(chiSquareTail(x, 4), (1 + x / 2) * Math.exp(-x / 2));
  });
  // By the asymptotic series of erfc, of which the error is below its first term left out (DLMF 7.12.1).
  test.each([12, 20, 37])('of a normal variable keep their digits at z = %d', (z) => {
    let term = 1;
    let series = 0;
    for (let n = 0; n < 30 && Math.abs(term) > 1e-17; n++) {
      series += term;
      term *= -(2 * n + 1) / (z * z);
    }
    const p = ((2 * Math.exp((-z * z) / 2)) / (z * Math.sqrt(2 * Math.PI))) * series;
    expect(p).toBeGreaterThan(1e-305);
    expect(Math.abs(normalTails(z) / p - 1)).toBeLessThan(1e-9);
  });
  it('and lower ones make one', () => {
    for (const a of [0.5, 1, 3.5, 40]) {
      for (const x of [0.1, 1, 5, 39, 60]) {
        const step = Math.exp(a * Math.log(x) - x) / factorial(a);
        close(upperGamma(a + 1, x), upperGamma(a, x) + step);
      }
    }
  });
});

/** Gamma of a + 1, for whole and half numbers. */
function factorial(a: number): number {
  let product = Number.isInteger(a) ? 1 : Math.sqrt(Math.PI) / 2;
  for (let k = a; k > 1; k--) product *= k;
  return product;
}

it('a table that leaves no doubt has a p that is small, and not 0', () => {
  const { p, chi2 } = associationOf([
    [500, 0],
    [0, 500],
  ]);
  expect(chi2).toBe(1_000);
  expect(p).toBeGreaterThan(1e-220);
  expect(p).toBeLessThan(1e-215);
  const told = compareProportions(900, 1_000, 100, 1_000);
  expect(told?.p).toBeGreaterThan(0);
  expect(told?.p).toBeLessThan(1e-250);
});
