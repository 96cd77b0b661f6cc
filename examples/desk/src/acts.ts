import type { Edit } from 'hexis/desk';
import { type Conflict, conflictOf, type Wanted } from './conflict.js';
import type { Change, FileChange, FileState, Files } from './files.js';
import { Gathering } from './gathering.js';
import { type Act, after, type Known, nothingKnown } from './known.js';
import { isDrawn } from './names.js';
import { painted } from './painted.js';
import type { Chosen, Drawn, Setting, Tried } from './protocol.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';

/** Milliseconds after a drawing at which it is checked. */
const checkAfter = 500;
/** Milliseconds after the last act at which small pictures are drawn again. */
const redrawAfter = 900;
/** Milliseconds that files are left alone after another program changed one. */
const settle = 120;

/** A drawing that was stopped, or that went wrong for a reason of ours. */
const stopped = (fault: unknown): Drawn['problems'][number] => ({
  code: 'engine-failed',
  severity: 'error',
  found: fault instanceof Error ? fault.message : String(fault),
});

/** Each act at the desk, with what it does to files and drawings; what is known after it is said by `after`. */
export class Acts {
  private known = nothingKnown;
  private readonly listeners = new Set<() => void>();
  private readonly files: Files;
  private readonly thinker: Thinker;
  /** The number of the drawing that is made: what belongs to an older one comes too late. */
  private run = 0;
  /** How often the figure was to be drawn anew from its files. */
  private redraws = 0;
  private queue: Promise<unknown> = Promise.resolve();
  /** Changes of each file that are drawn, or about to be, and not written yet. */
  private readonly unwritten = new Map<string, number>();
  private readonly ripening = new Gathering(redrawAfter, (paths) => this.tell({ is: 'aged', paths }));

  constructor(files: Files, thinker: Thinker) {
    this.files = files;
    this.thinker = thinker;
    thinker.waits = (waiting) => this.tell({ is: 'waiting', waiting });
  }

  /** What is known now. */
  readonly now = (): Known => this.known;

  readonly listen = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private tell(act: Act): void {
    const next = after(this.known, act);
    // What says nothing new draws nothing anew.
    if (next === this.known) return;
    this.known = next;
    for (const listener of this.listeners) listener();
  }

  /** Reads the folder and opens the figure that the address names, or the first; from now on files are watched. */
  async begin(first: string | undefined): Promise<void> {
    const changed = new Gathering(settle, (paths) => void this.inTurn(() => this.changedOutside(paths)));
    this.files.watch((path) => changed.add(path));
    try {
      const list = await this.files.list();
      this.tell({ is: 'listed', list });
      const drawn = list.filter(isDrawn);
      const own = drawn.find(({ path }) => path === first) ?? drawn[0];
      if (own) await this.openFigure(own.path);
    } catch (fault) {
      this.failed(fault);
    }
  }

  /** Runs what changes files once that before it is done, each upon what the one before it left. */
  private inTurn<T>(step: () => Promise<T>): Promise<T> {
    const next = this.queue.then(step, step);
    this.queue = next.catch(() => undefined);
    return next;
  }

  private readonly failed = (fault: unknown): void => this.say(fault instanceof Error ? fault.message : String(fault));

  private keep(path: string, state: FileState): void {
    this.tell({ is: 'file', path, state });
  }

  private async read(path: string): Promise<FileState> {
    const state = await this.files.read(path);
    this.keep(path, state);
    return state;
  }

  private aged(path: string): void {
    this.ripening.add(/\.figure\.\w+$/.test(path) ? path : '');
  }

  /** Finds the choice in a new drawing again, and has that checked. */
  private async follow(path: string, mine: number): Promise<void> {
    const { chosen: old } = this.known;
    if (old) {
      const chosen = await this.thinker.ask('again', { role: old.role });
      if (mine !== this.run) return;
      this.tell({ is: 'followed', chosen });
    }
    await new Promise((resolve) => setTimeout(resolve, checkAfter));
    if (mine !== this.run) return;
    const findings = await this.thinker.aside('findings', { path });
    if (mine === this.run) this.tell({ is: 'checked', findings });
  }

  /** Takes over a drawing; the figure is painted before anything else is done. */
  private async take(path: string, { shown, problems }: Drawn): Promise<void> {
    this.run += 1;
    const mine = this.run;
    if (shown && this.known.shown?.id === shown.id) await painted(shown);
    if (mine !== this.run) return;
    this.tell({ is: 'drawn', shown, problems });
    if (shown) void this.follow(path, mine);
  }

  private async redraw(): Promise<void> {
    const { figure: path, caption } = this.known;
    if (path === undefined) return;
    this.run += 1;
    this.redraws += 1;
    const mine = this.run;
    this.tell({ is: 'drawing' });
    const found = await this.thinker
      .ask('draw', { path, caption })
      .catch((fault): Drawn => ({ problems: [stopped(fault)] }));
    if (mine === this.run) await this.take(path, found);
  }

  readonly openFigure = async (path: string): Promise<void> => {
    this.tell({ is: 'opened', path, isShared: false });
    void this.read(path).catch(this.failed);
    await this.redraw();
  };

  readonly openShared = async (path: string): Promise<void> => {
    this.tell({ is: 'opened', path, isShared: true });
    await this.read(path).catch(this.failed);
  };

  readonly relist = (): Promise<void> =>
    this.files.list().then(
      (list) => this.tell({ is: 'listed', list }),
      () => undefined,
    );

  /** Takes over files that have just been put beside the others. */
  readonly brought = (paths: readonly string[]): Promise<void> =>
    this.inTurn(async () => {
      for (const path of paths) await this.thinker.change({ path });
      await this.relist();
      await this.redraw();
    });

  /** What another program changes appears by itself; what the page has written comes back to it and is known. */
  private async changedOutside(paths: readonly string[]): Promise<void> {
    let isOther = false;
    for (const path of paths) {
      const known = this.known.states[path];
      const state = known && (await this.files.read(path).catch(() => undefined));
      if (known && !state && path === this.known.figure) this.say(speech.acts.gone(path));
      if (known && state?.sha256 === known.sha256) continue;
      isOther = true;
      this.aged(path);
      await this.thinker.change({ path });
      if (state) this.keep(path, state);
    }
    if (!isOther) return;
    void this.relist();
    await this.redraw();
  }

  /** Takes over what files hold after an act; one with changes on their way is told of when the last of them is written. */
  private async keepAll(states: Readonly<Record<string, FileState>>): Promise<void> {
    for (const [path, state] of Object.entries(states)) {
      this.keep(path, state);
      this.aged(path);
      if ((this.unwritten.get(path) ?? 0) <= 1) await this.thinker.change({ path, text: state.text });
    }
  }

  /** Writes changes of files, all of them or none; one of a file that is not there yet makes it. */
  private async put(by: string, wanted: readonly Wanted[]): Promise<boolean> {
    const texts = new Map<string, string>();
    const changes: FileChange[] = [];
    for (const { path, change, isNew } of wanted) {
      const known = isNew ? undefined : (this.known.states[path] ?? (await this.read(path)));
      if (known) texts.set(path, known.text);
      changes.push({ path, change, was: known?.sha256 ?? null });
    }
    const done = await this.files.change(by, changes);
    if ('fault' in done) {
      this.say(done.fault);
      for (const { path } of wanted) await this.thinker.change({ path });
      await this.redraw();
      return false;
    }
    await this.keepAll(done.states);
    if (!done.conflict) return true;
    const met = conflictOf(by, wanted, texts, done.states);
    if ('said' in met) this.say(met.said);
    else this.meet(met.conflict);
    await this.redraw();
    return false;
  }

  /** Writes a change; acts wait for each other, each upon what the one before it left. */
  readonly write = (path: string, by: string, change: Change): Promise<boolean> =>
    this.inTurn(() => this.put(by, [{ path, change }]));

  /** Shows a change as it was drawn and writes it; in the end the file's own text is shown, whatever came between. */
  private async show(path: string, figure: string, by: string, drawing: Promise<Tried>): Promise<string | undefined> {
    this.unwritten.set(path, (this.unwritten.get(path) ?? 0) + 1);
    const { redraws } = this;
    let isShown = true;
    let wanted = this.known.states[path]?.text;
    try {
      const tried = await drawing;
      if ('fault' in tried) return tried.fault;
      if (tried.edits.length === 0) return undefined;
      wanted = tried.text;
      // Where something else was to be drawn meanwhile, that may not have this change.
      isShown = redraws === this.redraws;
      if (isShown) await this.take(figure, tried.found);
      this.say('');
      if (!(await this.write(path, by, { edits: tried.edits }))) wanted = this.known.states[path]?.text;
      return undefined;
    } finally {
      const left = (this.unwritten.get(path) ?? 1) - 1;
      this.unwritten.set(path, left);
      const text = this.known.states[path]?.text;
      if (left === 0 && text !== undefined && (text !== wanted || !isShown)) {
        await this.thinker.change({ path, text });
        await this.redraw();
      }
    }
  }

  /** Draws a change of a file, and writes it where it can be drawn; else says why not. */
  readonly act = async (path: string, by: string, edits: readonly Edit[]): Promise<string | undefined> => {
    const { figure, caption } = this.known;
    if (figure === undefined || edits.length === 0) return undefined;
    const fault = await this.show(path, figure, by, this.thinker.ask('try', { path, figure, caption, edits }));
    if (fault !== undefined) this.say(fault);
    return fault;
  };

  /** Gives a setting of the figure what somebody entered or chose; undefined takes it back. */
  readonly enter = async (
    setting: Setting,
    by: string,
    given: { text: string } | { value: unknown },
  ): Promise<string | undefined> => {
    const { figure: path, caption } = this.known;
    if (path === undefined) return undefined;
    return this.show(path, path, by, this.thinker.ask('enter', { path, caption, setting, ...given }));
  };

  /** Writes a whole text as it was typed, whether it can be drawn or not. */
  readonly type = async (path: string, text: string, by = 'text'): Promise<void> => {
    if (await this.write(path, by, { text })) await this.redraw();
  };

  readonly step = (which: 'undo' | 'redo', path: string, times = 1): Promise<void> =>
    this.inTurn(async () => {
      for (let i = 0; i < times && (this.known.states[path]?.[which].length ?? 0) > 0; i += 1) {
        const changed = await this.files[which](path);
        if ('fault' in changed) {
          this.say(changed.fault);
          await this.thinker.change({ path });
          break;
        }
        await this.keepAll(changed.states);
        if (changed.conflict) break;
      }
      await this.redraw();
    });

  /** Makes new files, all of them or none; the last one is opened where that is wanted. */
  readonly make = async (made: readonly { path: string; text: string }[], isOpened: boolean): Promise<boolean> => {
    const wanted = made.map(({ path, text }) => ({ path, change: { text }, isNew: true }));
    if (!(await this.inTurn(() => this.put(speech.acts.draft, wanted)))) return false;
    await this.relist();
    const last = made.at(-1);
    if (isOpened && last) await this.openFigure(last.path);
    return true;
  };

  /** Gives a setting of the figure to its style, and so to all figures of that style: one act on all their files. */
  readonly give = (setting: string): Promise<void> => this.inTurn(() => this.given(setting)).catch(this.failed);

  private async given(setting: string): Promise<void> {
    const { figure: path } = this.known;
    if (path === undefined) return;
    const there = await this.files.list();
    const paths = (kind: string) => there.filter((file) => file.kind === kind).map((file) => file.path);
    const found = await this.thinker.ask('give', {
      path,
      setting,
      figures: paths('figure'),
      styles: paths('style'),
    });
    if ('fault' in found) {
      this.say(found.fault);
      return;
    }
    const wanted = found.changes.map(({ path: own, text, edits = [] }) =>
      text === undefined ? { path: own, change: { edits } } : { path: own, change: { text }, isNew: true },
    );
    if (!(await this.put(speech.acts.toStyle(setting), wanted))) return;
    void this.relist();
    await this.redraw();
    this.say(speech.acts.inStyle(setting, found.style));
  }

  /** Stops what is asked of tables now: the figure is then not drawn, and says so. */
  readonly stop = (): void => this.thinker.stop();
  /** Draws the figure anew, as after it was stopped. */
  readonly again = (): Promise<void> => this.redraw();

  readonly choose = (chosen: Chosen | undefined): void => this.tell({ is: 'chosen', chosen });
  readonly reach = (scope: string | undefined): void => this.tell({ is: 'reached', scope });
  readonly say = (said: string): void => this.tell({ is: 'said', said });
  readonly meet = (conflict: Conflict | undefined): void => this.tell({ is: 'met', conflict });
  readonly caption = (on: boolean): void => {
    this.tell({ is: 'captioned', on });
    void this.redraw();
  };
}
