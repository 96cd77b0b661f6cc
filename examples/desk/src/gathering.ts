/** Gathers paths, and hands them over once none has come for a while. */
export class Gathering {
  private readonly paths = new Set<string>();
  private timer = 0;
  private readonly wait: number;
  private readonly done: (paths: readonly string[]) => void;

  /** @param wait in milliseconds */
  constructor(wait: number, done: (paths: readonly string[]) => void) {
    this.wait = wait;
    this.done = done;
  }

  add(path: string): void {
    this.paths.add(path);
    clearTimeout(this.timer);
    this.timer = window.setTimeout(() => {
      const paths = [...this.paths];
      this.paths.clear();
      this.done(paths);
    }, this.wait);
  }
}
