/** Running mean and sum of squared deviations (Welford, Technometrics 1962): one pass, no list kept, no cancellation. */
export class Moments {
  n = 0;
  mean = 0;
  private m2 = 0;

  add(x: number): void {
    this.n += 1;
    const delta = x - this.mean;
    this.mean += delta / this.n;
    this.m2 += delta * (x - this.mean);
  }

  /** With n − 1; null below two values. */
  get variance(): number | null {
    return this.n < 2 ? null : this.m2 / (this.n - 1);
  }

  get sd(): number | null {
    return this.variance === null ? null : Math.sqrt(Math.max(0, this.variance));
  }
}

/** Running Pearson correlation of two values (the covariance by Welford's update; Pearson 1895). */
export class Correlation {
  private readonly x = new Moments();
  private readonly y = new Moments();
  private c = 0;

  add(x: number, y: number): void {
    const dx = x - this.x.mean;
    this.x.add(x);
    this.y.add(y);
    this.c += dx * (y - this.y.mean);
  }

  /** −1..1; null where either does not vary. */
  get r(): number | null {
    const [vx, vy] = [this.x.variance ?? 0, this.y.variance ?? 0];
    // Treat a remainder of rounding as zero variance.
    if (vx <= 1e-18 || vy <= 1e-18) return null;
    return Math.max(-1, Math.min(1, this.c / (this.x.n - 1) / Math.sqrt(vx * vy)));
  }
}

/**
 * Running Cronbach's alpha: k / (k − 1) × (1 − sum of item variances / variance of the sum), variances with n − 1 (Cronbach, Psychometrika
 * 1951, eq. 2).
 */
export class Alpha {
  private readonly items: Moments[];
  private readonly total = new Moments();

  constructor(items: number) {
    this.items = Array.from({ length: items }, () => new Moments());
  }

  add(values: number[]): void {
    values.forEach((value, i) => this.items[i]?.add(value));
    this.total.add(values.reduce((sum, value) => sum + value, 0));
  }

  /** Null where the sum does not vary. */
  get alpha(): number | null {
    const of = this.total.variance;
    const k = this.items.length;
    if (of === null || of <= 1e-18 || k < 2) return null;
    const parts = this.items.reduce((sum, item) => sum + (item.variance ?? 0), 0);
    return (k / (k - 1)) * (1 - parts / of);
  }
}
