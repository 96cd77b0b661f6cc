import type { Finding, Problem } from 'hexis';
import type { Edit } from 'hexis/desk';
import { useCallback, useEffect, useRef, useState } from 'react';
import { type Conflict, conflictOf, type Wanted } from './conflict.js';
import type { Change, FileChange, FileState, Files, FolderFile } from './files.js';
import { isDrawn } from './names.js';
import type { Chosen, Drawn, Setting, Shown } from './protocol.js';
import { painted } from './sheet.js';
import type { Thinker } from './thinker.js';

/** Milliseconds after a drawing at which it is checked. */
const checkAfter = 500;
/** Milliseconds after the last act at which small pictures are drawn again. */
const redrawAfter = 900;
/** Milliseconds that files are left alone after another program changed one. */
const settle = 120;

/** What the desk knows and can do: the files, the figure that is worked on, and each act on it. */
export function useDesk(files: Files, thinker: Thinker, first: string | undefined) {
  const [list, setList] = useState<FolderFile[]>();
  const [figure, setFigure] = useState<string>();
  const [open, setOpen] = useState<string>();
  const [states, setStates] = useState<Readonly<Record<string, FileState>>>({});
  /** The text of each file before its last act. */
  const [was, setWas] = useState<Readonly<Record<string, string>>>({});
  const [shown, setShown] = useState<Shown>();
  const [before, setBefore] = useState<Shown>();
  const [problems, setProblems] = useState<Problem[]>([]);
  const [findings, setFindings] = useState<Finding[]>();
  const [chosen, setChosen] = useState<Chosen>();
  const [scope, setScope] = useState<string>();
  const [caption, setCaption] = useState(false);
  const [said, setSaid] = useState('');
  const [stale, setStale] = useState(true);
  const [conflict, setConflict] = useState<Conflict>();
  /** How often each figure has to be drawn again in small; what figures share is counted under an empty path. */
  const [turns, setTurns] = useState<Readonly<Record<string, number>>>({});
  const ripening = useRef({ timer: 0, paths: new Set<string>() });
  const aged = useCallback((path: string) => {
    const { current } = ripening;
    current.paths.add(/\.figure\.\w+$/.test(path) ? path : '');
    clearTimeout(current.timer);
    current.timer = window.setTimeout(() => {
      const paths = [...current.paths];
      current.paths.clear();
      setTurns((own) => ({ ...own, ...Object.fromEntries(paths.map((one) => [one, (own[one] ?? 0) + 1])) }));
    }, redrawAfter);
  }, []);
  const run = useRef(0);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  /** Runs what changes files once that before it is done, each upon what the one before it left. */
  const inTurn = useCallback(<T>(step: () => Promise<T>): Promise<T> => {
    const next = queue.current.then(step, step);
    queue.current = next.catch(() => undefined);
    return next;
  }, []);

  /** The newest of what is shown, for what runs after an await. */
  const now = useRef({ states, figure, open, chosen, scope, caption, shown });
  now.current = { states, figure, open, chosen, scope, caption, shown };
  /** Acts that were on a file when the page met it: back to these is back to the start. */
  const met = useRef(new Map<string, number>());

  const keep = useCallback((path: string, state: FileState) => {
    if (!met.current.has(path)) met.current.set(path, state.undo.length);
    const old = now.current.states[path];
    if (old && old.text !== state.text) setWas((own) => ({ ...own, [path]: old.text }));
    now.current.states = { ...now.current.states, [path]: state };
    setStates(now.current.states);
  }, []);

  const read = useCallback(
    async (path: string) => {
      const state = await files.read(path);
      keep(path, state);
      return state;
    },
    [files, keep],
  );

  /** Finds the choice in a new drawing again, and has that checked. */
  const followed = useCallback(
    async (path: string, mine: number) => {
      const { chosen: old } = now.current;
      if (old) {
        const again = await thinker.ask('again', { role: old.role });
        if (mine !== run.current) return;
        setChosen(again);
        if (again && !again.scopes.some(({ key }) => key === now.current.scope)) setScope(again.scopes[0]?.key);
      }
      await new Promise((resolve) => setTimeout(resolve, checkAfter));
      if (mine !== run.current) return;
      const looked = await thinker.aside('findings', { path });
      if (mine === run.current) setFindings(looked);
    },
    [thinker],
  );

  /** Takes over a drawing; the figure is painted before anything else is done. */
  const took = useCallback(
    async (path: string, { shown: next, problems: found }: Drawn) => {
      run.current += 1;
      const mine = run.current;
      const old = now.current.shown;
      if (next && old?.id === next.id) await painted(next);
      if (mine !== run.current) return;
      setProblems(found);
      if (!next) return;
      setBefore((own) => (old?.id === next.id ? old : own));
      now.current.shown = next;
      setShown(next);
      setStale(false);
      void followed(path, mine);
    },
    [followed],
  );

  const redraw = useCallback(
    async (path: string, withCaption = now.current.caption) => {
      run.current += 1;
      const mine = run.current;
      setStale(true);
      const found = await thinker.ask('draw', { path, caption: withCaption });
      if (mine === run.current) await took(path, found);
    },
    [thinker, took],
  );

  const openFigure = useCallback(
    async (path: string) => {
      setFigure(path);
      setOpen(path);
      now.current = { ...now.current, figure: path, open: path, chosen: undefined };
      setChosen(undefined);
      setFindings(undefined);
      setBefore(undefined);
      setSaid('');
      void read(path).catch((fault: Error) => setSaid(fault.message));
      await redraw(path);
    },
    [read, redraw],
  );

  const openShared = useCallback(
    async (path: string) => {
      setOpen(path);
      await read(path).catch((fault: Error) => setSaid(fault.message));
    },
    [read],
  );

  // The folder is read once; the figure that the address names, or the first, is opened.
  useEffect(() => {
    void files
      .list()
      .then((found) => {
        setList(found);
        const drawn = found.filter(isDrawn);
        const own = drawn.find(({ path }) => path === first) ?? drawn[0];
        if (own) void openFigure(own.path);
      })
      .catch((fault: Error) => setSaid(fault.message));
  }, []);

  const relist = useCallback(() => files.list().then(setList, () => undefined), [files]);

  // What another program changes appears by itself; what the page has written comes back to it and is known.
  useEffect(() => {
    const seen = new Set<string>();
    let waiting = 0;
    const look = async () => {
      const paths = [...seen];
      seen.clear();
      let isOther = false;
      for (const path of paths) {
        const known = now.current.states[path];
        const state = known && (await files.read(path).catch(() => undefined));
        if (known && !state && path === now.current.figure) setSaid(`${path} is gone from the folder`);
        if (known && state?.sha256 === known.sha256) continue;
        isOther = true;
        aged(path);
        await thinker.tell('changed', { path });
        if (state) keep(path, state);
      }
      if (!isOther) return;
      void relist();
      if (now.current.figure) await redraw(now.current.figure);
    };
    files.watch((path) => {
      seen.add(path);
      clearTimeout(waiting);
      waiting = window.setTimeout(() => void inTurn(look), settle);
    });
    return () => clearTimeout(waiting);
  }, [files, thinker, keep, inTurn, redraw, relist, aged]);

  const redrawn = useCallback(async () => {
    if (now.current.figure) await redraw(now.current.figure);
  }, [redraw]);

  /** Takes over what a file holds after an act. */
  const kept = useCallback(
    async (path: string, state: FileState) => {
      keep(path, state);
      aged(path);
      await thinker.tell('changed', { path, text: state.text });
    },
    [aged, keep, thinker],
  );

  /** Writes changes of files, all of them or none; one of a file that is not there yet makes it. */
  const put = useCallback(
    async (by: string, wanted: readonly Wanted[]): Promise<boolean> => {
      const texts = new Map<string, string>();
      const changes: FileChange[] = [];
      for (const { path, change, isNew } of wanted) {
        const known = isNew ? undefined : (now.current.states[path] ?? (await read(path)));
        if (known) texts.set(path, known.text);
        changes.push({ path, change, was: known?.sha256 ?? null });
      }
      const done = await files.change(by, changes);
      if ('fault' in done) {
        setSaid(done.fault);
        for (const { path } of wanted) await thinker.tell('changed', { path });
        await redrawn();
        return false;
      }
      for (const [path, state] of Object.entries(done.states)) await kept(path, state);
      if (!done.conflict) return true;
      const met = conflictOf(by, wanted, texts, done.states);
      if ('said' in met) setSaid(met.said);
      else setConflict(met.conflict);
      await redrawn();
      return false;
    },
    [files, kept, read, redrawn, thinker],
  );

  /** Writes a change; acts wait for each other, each upon what the one before it left. */
  const write = useCallback(
    (path: string, by: string, change: Change): Promise<boolean> => inTurn(() => put(by, [{ path, change }])),
    [inTurn, put],
  );

  /** Draws a change of a file, and writes it where it can be drawn; else says why not. */
  const act = useCallback(
    async (path: string, by: string, edits: readonly Edit[]): Promise<string | undefined> => {
      const { figure: drawn, caption: withCaption } = now.current;
      if (!drawn || edits.length === 0) return undefined;
      const tried = await thinker.ask('try', { path, figure: drawn, caption: withCaption, edits });
      if ('fault' in tried) {
        setSaid(tried.fault);
        return tried.fault;
      }
      await took(drawn, tried.found);
      setSaid('');
      await write(path, by, { edits });
      return undefined;
    },
    [thinker, took, write],
  );

  /** Gives a setting of the figure what somebody entered or chose; undefined takes it back. */
  const enter = useCallback(
    async (setting: Setting, by: string, given: { text: string } | { value: unknown }): Promise<string | undefined> => {
      const { figure: drawn, caption: withCaption } = now.current;
      if (!drawn) return undefined;
      const tried = await thinker.ask('enter', { path: drawn, caption: withCaption, setting, ...given });
      if ('fault' in tried) return tried.fault;
      if (tried.edits.length === 0) return undefined;
      await took(drawn, tried.found);
      setSaid('');
      await write(drawn, by, { edits: tried.edits });
      return undefined;
    },
    [thinker, took, write],
  );

  /** Writes a whole text as it was typed, whether it can be drawn or not. */
  const type = useCallback(
    async (path: string, text: string, by = 'text') => {
      if (await write(path, by, { text })) if (now.current.figure) await redraw(now.current.figure);
    },
    [redraw, write],
  );

  const step = useCallback(
    (which: 'undo' | 'redo', path: string, times = 1) =>
      inTurn(async () => {
        for (let i = 0; i < times && (now.current.states[path]?.[which].length ?? 0) > 0; i += 1) {
          const changed = await files[which](path);
          if ('fault' in changed) {
            setSaid(changed.fault);
            await thinker.tell('changed', { path });
            break;
          }
          for (const [own, state] of Object.entries(changed.states)) await kept(own, state);
          if (changed.conflict) break;
        }
        await redrawn();
      }),
    [files, inTurn, kept, redrawn, thinker],
  );

  /** Makes new files, all of them or none; the last one is opened where that is wanted. */
  const make = useCallback(
    async (made: readonly { path: string; text: string }[], isOpened: boolean): Promise<boolean> => {
      const wanted = made.map(({ path, text }) => ({ path, change: { text }, isNew: true }));
      if (!(await inTurn(() => put('first draft', wanted)))) return false;
      await relist();
      const last = made.at(-1);
      if (isOpened && last) await openFigure(last.path);
      return true;
    },
    [inTurn, openFigure, put, relist],
  );

  /** Gives a setting of the figure to its style, and so to all figures of that style: one act on all their files. */
  const give = useCallback(
    (path: string) =>
      inTurn(async () => {
        const { figure: drawn } = now.current;
        if (!drawn) return;
        const there = await files.list();
        const paths = (kind: string) => there.filter((file) => file.kind === kind).map((file) => file.path);
        const found = await thinker.ask('give', {
          path: drawn,
          setting: path,
          figures: paths('figure'),
          styles: paths('style'),
        });
        if ('fault' in found) {
          setSaid(found.fault);
          return;
        }
        const wanted = found.changes.map(({ path: own, text, edits = [] }) =>
          text === undefined ? { path: own, change: { edits } } : { path: own, change: { text }, isNew: true },
        );
        if (!(await put(`${path} to the style`, wanted))) return;
        void relist();
        await redraw(drawn);
        setSaid(`${path} stands in ${found.style} now, for all figures of that style.`);
      }).catch((fault: Error) => setSaid(fault.message)),
    [files, inTurn, put, redraw, relist, thinker],
  );

  const choose = useCallback((next: Chosen | undefined) => {
    setChosen(next);
    setScope(next?.scopes[0]?.key);
  }, []);

  /** A board hangs on all of its figures. */
  const turnOf = useCallback(
    (path: string) =>
      (turns[path] ?? 0) +
      (turns[''] ?? 0) +
      (/\.board\.\w+$/.test(path) ? Object.values(turns).reduce((sum, own) => sum + own, 0) : 0),
    [turns],
  );
  const startOf = (path: string | undefined) => {
    const undo = path === undefined ? 0 : (states[path]?.undo.length ?? 0);
    return path === undefined ? 0 : Math.max(0, undo - (met.current.get(path) ?? undo));
  };

  return {
    list,
    figure,
    open,
    states,
    was,
    shown,
    before,
    problems,
    findings,
    chosen,
    scope,
    caption,
    said,
    stale,
    conflict,
    turnOf,
    sinceStart: startOf(open),
    choose,
    setScope,
    setSaid,
    setConflict,
    setCaption: (on: boolean) => {
      setCaption(on);
      if (figure) void redraw(figure, on);
    },
    openFigure,
    openShared,
    act,
    enter,
    type,
    write,
    step,
    make,
    give,
    relist,
    redraw,
  };
}

export type DeskState = ReturnType<typeof useDesk>;
