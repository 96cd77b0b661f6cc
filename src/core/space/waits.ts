import { entryAt } from '../at.js';

/** What waits for what: a piece in front is drawn once all that it hides is drawn. Kept in rows of numbers, as there are many. */
export class Waits {
  private fronts = new Int32Array(1024);
  private backs = new Int32Array(1024);
  /** The pair before, of the same piece in front and of the same piece behind. */
  private ofFront = new Int32Array(1024);
  private ofBack = new Int32Array(1024);
  private readonly lastOfFront: number[] = [];
  private readonly lastOfBack: number[] = [];
  private readonly released = new Set<number>();
  /** How many pieces each one waits for. */
  private readonly left: number[] = [];
  private size = 0;

  /** Makes room for another piece, which waits for nothing. */
  piece(): void {
    this.lastOfFront.push(-1);
    this.lastOfBack.push(-1);
    this.left.push(0);
  }

  /** Has one piece wait for another. */
  add(front: number, back: number): void {
    const at = this.size;
    if (at === this.fronts.length) {
      this.fronts = grown(this.fronts);
      this.backs = grown(this.backs);
      this.ofFront = grown(this.ofFront);
      this.ofBack = grown(this.ofBack);
    }
    this.size = at + 1;
    this.fronts[at] = front;
    this.backs[at] = back;
    this.ofFront[at] = entryAt(this.lastOfFront, front);
    this.ofBack[at] = entryAt(this.lastOfBack, back);
    this.lastOfFront[front] = at;
    this.lastOfBack[back] = at;
    this.left[front] = entryAt(this.left, front) + 1;
  }

  isFree(piece: number): boolean {
    return this.left[piece] === 0;
  }

  /** A piece behind another one, of those that are wanted; −1 where none is. */
  behind(front: number, isWanted: (back: number) => boolean): number {
    let found = -1;
    // The first one that was added is the last one of the row.
    for (let at = entryAt(this.lastOfFront, front); at >= 0; at = entryAt(this.ofFront, at)) {
      const back = entryAt(this.backs, at);
      if (!this.released.has(at) && isWanted(back)) found = back;
    }
    return found;
  }

  /** Takes away that pieces wait for one, or that a single one does; gives those that wait for nothing then. */
  release(back: number, only?: number): number[] {
    const freed: number[] = [];
    for (let at = entryAt(this.lastOfBack, back); at >= 0; at = entryAt(this.ofBack, at)) {
      const front = entryAt(this.fronts, at);
      if (this.released.has(at) || (only !== undefined && front !== only)) continue;
      if (only !== undefined) this.released.add(at);
      const left = entryAt(this.left, front) - 1;
      this.left[front] = left;
      if (left === 0) freed.push(front);
    }
    return freed;
  }
}

function grown(row: Int32Array<ArrayBuffer>): Int32Array<ArrayBuffer> {
  const more = new Int32Array(row.length * 2);
  more.set(row);
  return more;
}
