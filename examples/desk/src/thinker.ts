import type { CallName, Calls, FromWorker, Rastering } from './protocol.js';
import { rasterise } from './rasterise.js';

/** A worker that draws and thinks, so that typing never waits. */
class Helper {
  private readonly worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  private readonly open = new Map<number, { done(value: unknown): void; fail(fault: Error): void }>();
  private count = 0;

  /** @param hears `waits`: how many questions of tables wait for an answer; `progress`: how far a document is */
  constructor(hears: { waits(count: number): void; progress(done: number, total: number): void }) {
    this.worker.addEventListener('message', ({ data }: MessageEvent<FromWorker>) => {
      if ('waiting' in data) return hears.waits(data.waiting);
      if ('progress' in data) return hears.progress(data.progress.done, data.progress.total);
      if ('raster' in data) return void this.raster(data);
      const own = this.open.get(data.id);
      this.open.delete(data.id);
      if (data.fault === undefined) own?.done(data.get);
      else own?.fail(new Error(data.fault));
      return undefined;
    });
  }

  /** Makes dots of a drawing for the worker. */
  private async raster({ raster: rastered, wish }: Rastering): Promise<void> {
    try {
      const made = await rasterise(wish);
      this.worker.postMessage({ rastered, made }, [made.pixels.buffer]);
    } catch (fault) {
      this.worker.postMessage({ rastered, fault: String(fault) });
    }
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
  /** How many questions of tables wait for an answer, by who asked. */
  private readonly waiting = { first: 0, second: 0 };
  private readonly first = new Helper({ waits: (count) => this.count('first', count), progress: () => undefined });
  private second: Helper | undefined;
  /** What the second has to know once it is there. */
  private readonly told: { name: CallName; ask: never }[] = [];

  /** Hears whether questions of tables wait for an answer. */
  waits: (isWaiting: boolean) => void = () => undefined;

  /** Hears how far a document is. */
  progress: (done: number, total: number) => void = () => undefined;

  private count(who: 'first' | 'second', count: number): void {
    this.waiting[who] = count;
    this.waits(this.waiting.first + this.waiting.second > 0);
  }

  /** Stops what is asked of tables now. */
  stop(): void {
    for (const helper of [this.first, this.second]) void helper?.ask('stop', {});
  }

  /** Asks about the figure that is worked on. */
  ask<N extends CallName>(name: N, ask: Calls[N]['ask']): Promise<Calls[N]['get']> {
    return this.first.ask(name, ask);
  }

  /** Asks about what does not hurry: pictures in small, findings, kinds. */
  aside<N extends CallName>(name: N, ask: Calls[N]['ask']): Promise<Calls[N]['get']> {
    if (!this.second) {
      this.second = new Helper({
        waits: (count) => this.count('second', count),
        progress: (done, total) => this.progress(done, total),
      });
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
