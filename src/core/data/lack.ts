/** A row that has no value of a column, and why. */
export interface Lack {
  column: string;
  /**
   * Its cell is empty, holds a missing code, an error of a spreadsheet or no number; it is outside the bands of its variable;
   * a formula is undefined there; no row of the table gave one; it has no weight; or its value is there, but beyond the axis,
   * or a weight of 0.
   */
  is:
    | 'empty'
    | 'missing'
    | 'notComputed'
    | 'noNumber'
    | 'outsideBands'
    | 'undefined'
    | 'none'
    | 'uncounted'
    | 'beyond'
    | 'weightless';
  /** What stands in its cell. */
  text?: string;
}

/** Reasons, each once, by the number that stands for it in a column: 1 and on. */
export class Lacks {
  readonly all: Lack[] = [];
  private readonly numbers = new Map<string, number>();

  /** The number of a reason. */
  of(lack: Lack): number {
    const key = `${lack.is} ${lack.column} ${lack.text ?? ''}`;
    let number = this.numbers.get(key);
    if (number === undefined) {
      number = this.all.push(lack);
      this.numbers.set(key, number);
    }
    return number;
  }
}
