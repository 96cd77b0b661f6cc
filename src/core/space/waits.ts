/** An entry that is there. Its own function, as it is called for each of very many pairs and sees one type of row alone. */
const intAt = (row: Int32Array, at: number): number => row[at] as number;

/** What waits for what: a piece in front is drawn once all that it hides is drawn. Kept in rows of numbers, as there are many. */
export class Waits {
  private fronts = new Int32Array(1024);
  private backs = new Int32Array(1024);
  /** The pair before, of the same piece in front and of the same piece behind. */
  private ofFront = new Int32Array(1024);
  private ofBack = new Int32Array(1024);
  private readonly released = new Set<number>();
  private size = 0;
  /** For each piece the last pair in which it is the one in front, and the last in which it is the one behind. */
  private lastOfFront = new Int32Array(1024);
  private lastOfBack = new Int32Array(1024);
  /** How many pieces each one waits for. */
  private left = new Int32Array(1024);
  private pieces = 0;

  /** Makes room for another piece, which waits for nothing. */
  piece(): void {
    const at = this.pieces;
    if (at === this.left.length) {
      this.lastOfFront = grown(this.lastOfFront);
      this.lastOfBack = grown(this.lastOfBack);
      this.left = grown(this.left);
    }
    this.pieces = at + 1;
    this.lastOfFront[at] = -1;
    this.lastOfBack[at] = -1;
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
    this.ofFront[at] = intAt(this.lastOfFront, front);
    this.ofBack[at] = intAt(this.lastOfBack, back);
    this.lastOfFront[front] = at;
    this.lastOfBack[back] = at;
    this.left[front] = intAt(this.left, front) + 1;
  }

  isFree(piece: number): boolean {
    return this.left[piece] === 0;
  }

  /** A piece behind another one, of those that are wanted; −1 where none is. */
  behind(front: number, isWanted: (back: number) => boolean): number {
    let found = -1;
    // The first one that was added is the last one of the row.
    for (let at = intAt(this.lastOfFront, front); at >= 0; at = intAt(this.ofFront, at)) {
      const back = intAt(this.backs, at);
      if (!this.released.has(at) && isWanted(back)) found = back;
    }
    return found;
  }

  /** Takes away that pieces wait for one, or that a single one does; gives those that wait for nothing then. */
  release(back: number, only?: number): number[] {
    const freed: number[] = [];
    for (let at = intAt(this.lastOfBack, back); at >= 0; at = intAt(this.ofBack, at)) {
      const front = intAt(this.fronts, at);
      if (this.released.has(at) || (only !== undefined && front !== only)) continue;
      if (only !== undefined) this.released.add(at);
      const left = intAt(this.left, front) - 1;
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
