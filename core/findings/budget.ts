/** How much may still be looked at. One budget is given to everything that belongs to one check, so that its time has an end. */
export class Budget {
  constructor(private left: number) {}

  /** @returns false where there is not so much left; then there is nothing left at all */
  spend(steps: number): boolean {
    this.left -= Math.min(steps, this.left);
    return this.left > 0;
  }

  get isSpent(): boolean {
    return this.left <= 0;
  }
}

/** States visited and tests evaluated; about a second. */
export const newBudget = (steps = 1_000_000): Budget => new Budget(steps);
