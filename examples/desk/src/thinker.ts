import type { CallName, Calls, FromWorker, Rastering } from './protocol.js';
import { rasterise } from './rasterise.js';
import { speech } from './speech.js';

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

  /** Ends it; what it was asked fails for a reason. */
  end(reason: string): void {
    this.worker.terminate();
    for (const { fail } of this.open.values()) fail(new Error(reason));
    this.open.clear();
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
  private drawing = 0;
  private first = this.helper('first');
  private second: Helper | undefined;
  /** What a new one has to know: where the files are, and what the page has changed last in each. */
  private files: Calls['files']['ask'] | undefined;
  private readonly changed = new Map<string, Calls['changed']['ask']>();

  /** Hears whether something is under way that may take long, and can be stopped. */
  waits: (isWaiting: boolean) => void = () => undefined;

  /** Hears how far a document is. */
  progress: (done: number, total: number) => void = () => undefined;

  private helper(who: 'first' | 'second'): Helper {
    return new Helper({
      waits: (count) => {
        this.waiting[who] = count;
        this.tellWaiting();
      },
      progress: (done, total) => this.progress(done, total),
    });
  }

  private get isAsking(): boolean {
    return this.waiting.first + this.waiting.second > 0;
  }

  private tellWaiting(): void {
    this.waits(this.isAsking || this.drawing > 0);
  }

  /** Files in memory are the worker's own, and are gone with it. */
  private get mayEnd(): boolean {
    return this.files !== undefined && !('place' in this.files && 'texts' in this.files.place);
  }

  /** Tells a new helper what the others know. */
  private async introduce(helper: Helper): Promise<void> {
    if (this.files) void helper.ask('files', this.files);
    for (const own of this.changed.values()) void helper.ask('changed', own);
  }

  /** Stops what is asked of tables now; else the drawing itself, which then has to be begun again. */
  stop(): void {
    if (this.isAsking || !this.mayEnd) {
      for (const helper of [this.first, this.second]) void helper?.ask('stop', {});
      return;
    }
    const old = this.first;
    this.first = this.helper('first');
    void this.introduce(this.first);
    old.end(speech.paper.stopped);
  }

  /** Asks about the figure that is worked on. */
  async ask<N extends CallName>(name: N, ask: Calls[N]['ask']): Promise<Calls[N]['get']> {
    if (name !== 'draw' || !this.mayEnd) return this.first.ask(name, ask);
    this.drawing += 1;
    this.tellWaiting();
    try {
      return await this.first.ask(name, ask);
    } finally {
      this.drawing -= 1;
      this.tellWaiting();
    }
  }

  /** Asks about what does not hurry: pictures in small, findings, kinds. */
  aside<N extends CallName>(name: N, ask: Calls[N]['ask']): Promise<Calls[N]['get']> {
    if (!this.second) {
      this.second = this.helper('second');
      void this.introduce(this.second);
    }
    return this.second.ask(name, ask);
  }

  /** Tells both where the files are. */
  async open(files: Calls['files']['ask']): Promise<void> {
    this.files = files;
    if (this.second) void this.second.ask('files', files);
    await this.first.ask('files', files);
  }

  /** Tells both what has become of a file. */
  async change(ask: Calls['changed']['ask']): Promise<void> {
    this.changed.set(ask.path, ask);
    if (this.second) void this.second.ask('changed', ask);
    await this.first.ask('changed', ask);
  }
}
