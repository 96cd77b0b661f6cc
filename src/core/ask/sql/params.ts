/** The values of one statement, each by its number. They go to the engine beside its text. */
export class Params {
  readonly values: string[] = [];

  /** A number, as it stands in the text. */
  number(value: number): string {
    const text = String(value);
    const known = this.values.indexOf(text);
    return `cast($${known >= 0 ? known + 1 : this.values.push(text)} as double precision)`;
  }
}

/** A name as it stands in a statement. */
export const ident = (name: string): string => `"${name.replaceAll('"', '""')}"`;

/** A text as it stands in a statement, where no value can: the path of a file. */
export const literal = (text: string): string => `'${text.replaceAll("'", "''")}'`;
