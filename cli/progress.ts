/** Says on a terminal how far one is; in a pipe it says nothing. */
export class Progress {
  private at = 0;
  private told = 0;

  constructor(
    private readonly doing: string,
    private readonly of: number,
  ) {}

  moved(by: number): void {
    this.at += by;
    if (!process.stderr.isTTY || Date.now() - this.told < 100) return;
    this.told = Date.now();
    process.stderr.write(`\r${this.doing} … ${Math.min(100, Math.floor((this.at / Math.max(1, this.of)) * 100))}%`);
  }

  done(): void {
    if (this.told) process.stderr.write(`\r\u001b[K`);
  }
}
