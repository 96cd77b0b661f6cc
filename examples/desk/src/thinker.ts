import type { Answer, CallName, Calls } from './protocol.js';

/** A worker that draws and thinks, so that typing never waits. */
class Helper {
  private readonly worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  private readonly open = new Map<number, { done(value: unknown): void; fail(fault: Error): void }>();
  private count = 0;

  constructor() {
    this.worker.addEventListener('message', ({ data }: MessageEvent<Answer>) => {
      const own = this.open.get(data.id);
      this.open.delete(data.id);
      if (data.fault === undefined) own?.done(data.get);
      else own?.fail(new Error(data.fault));
    });
  }

  ask<N extends CallName>(name: N, ask: Calls[N]['ask']): Promise<Calls[N]['get']> {
    this.count += 1;
    const id = this.count;
    return new Promise((done, fail) => {
      this.open.set(id, { done: done as (value: unknown) => void, fail });
      this.worker.postMessage({ id, name, ask });
    });
  }
}

/** Two workers: one for the figure that is worked on, and one aside for all that may take its time. */
export class Thinker {
  private readonly first = new Helper();
  private second: Helper | undefined;
  /** What the second has to know once it is there. */
  private readonly told: { name: CallName; ask: never }[] = [];

  /** Asks about the figure that is worked on. */
  ask<N extends CallName>(name: N, ask: Calls[N]['ask']): Promise<Calls[N]['get']> {
    return this.first.ask(name, ask);
  }

  /** Asks about what does not hurry: pictures in small, findings, kinds. */
  aside<N extends CallName>(name: N, ask: Calls[N]['ask']): Promise<Calls[N]['get']> {
    if (!this.second) {
      this.second = new Helper();
      for (const own of this.told) void this.second.ask(own.name, own.ask);
    }
    return this.second.ask(name, ask);
  }

  /** Tells both of files and of what has become of them. */
  async tell<N extends 'files' | 'changed'>(name: N, ask: Calls[N]['ask']): Promise<void> {
    this.told.push({ name, ask: ask as never });
    if (this.second) void this.second.ask(name, ask);
    await this.first.ask(name, ask);
  }
}
