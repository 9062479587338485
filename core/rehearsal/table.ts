/**
 * A table of distinct states, each a row of numbers with the share of visitors in it. Rows that are alike are merged as they are put in.
 * Open addressing over flat arrays: rehearsing a quiz merges millions of rows, and an object each would take ten times as long.
 */
export class StateTable {
  private rows: Float64Array;
  private shares: Float64Array;
  private slots: Int32Array;
  size = 0;

  constructor(
    readonly width: number,
    private readonly most: number,
  ) {
    this.rows = new Float64Array(width * 64);
    this.shares = new Float64Array(64);
    this.slots = new Int32Array(128).fill(-1);
  }

  /** Puts a row in, or adds its share to the row that is alike. @throws TooManyStates beyond the limit */
  put(row: Float64Array, share: number): void {
    const mask = this.slots.length - 1;
    let slot = hash(row, this.width) & mask;
    for (;;) {
      const index = cell(this.slots, slot);
      if (index < 0) break;
      if (this.alike(index, row)) {
        this.shares[index] = cell(this.shares, index) + share;
        return;
      }
      slot = (slot + 1) & mask;
    }
    if (this.size >= this.most) throw new TooManyStates();
    if (this.size === this.shares.length) this.grow();
    this.rows.set(row, this.size * this.width);
    this.shares[this.size] = share;
    this.slots[slot] = this.size;
    this.size += 1;
    if (this.size * 2 > this.slots.length) this.rehash();
  }

  /** Copies row `index` into `into` and gives its share. */
  read(index: number, into: Float64Array): number {
    const start = index * this.width;
    for (let i = 0; i < this.width; i++) into[i] = cell(this.rows, start + i);
    return cell(this.shares, index);
  }

  private alike(index: number, row: Float64Array): boolean {
    const start = index * this.width;
    for (let i = 0; i < this.width; i++) if (this.rows[start + i] !== row[i]) return false;
    return true;
  }

  private grow(): void {
    const rows = new Float64Array(this.rows.length * 2);
    rows.set(this.rows);
    this.rows = rows;
    const shares = new Float64Array(this.shares.length * 2);
    shares.set(this.shares);
    this.shares = shares;
  }

  private rehash(): void {
    this.slots = new Int32Array(this.slots.length * 2).fill(-1);
    const mask = this.slots.length - 1;
    const row = new Float64Array(this.width);
    for (let index = 0; index < this.size; index++) {
      this.read(index, row);
      let slot = hash(row, this.width) & mask;
      while (cell(this.slots, slot) >= 0) slot = (slot + 1) & mask;
      this.slots[slot] = index;
    }
  }
}

/** Reads a number that is there: all places come from the lengths of the lists themselves. */
export const cell = (list: Float64Array | Int32Array, index: number): number => list[index] as number;

export class TooManyStates extends Error {}

const { imul } = Math;
const one = new Float64Array(1);
const words = new Int32Array(one.buffer);

/** Mixes the bits of all numbers of a row (the finalizer of MurmurHash3 by A. Appleby). Rows hold no −0. */
function hash(row: Float64Array, width: number): number {
  let h = 0x2545f491;
  for (let i = 0; i < width; i++) {
    one[0] = cell(row, i);
    h = imul(h ^ cell(words, 0), 0x85ebca6b);
    h = imul(h ^ (h >>> 15) ^ cell(words, 1), 0xc2b2ae35);
    h ^= h >>> 13;
  }
  h = imul(h ^ (h >>> 16), 0x85ebca6b);
  return h ^ (h >>> 13);
}
