/** One command of the tool. What it needs is loaded when it is called. */
export interface CommandSpec {
  name: string;
  /** The words after the name, such as `<figure...>`. */
  arguments: string;
  summary: string;
  options: readonly (readonly [flags: string, description: string])[];
  /** One call that works on the demo project. */
  example: string;
  /** Runs the command and gives its exit code. */
  run(operands: string[], options: Record<string, unknown>): Promise<number>;
}

/** 0 done; 1 done, with findings; 2 the input or the call is wrong; 3 a file could not be read or written. */
export const exit = { done: 0, findings: 1, wrongInput: 2, fileFault: 3 } as const;
