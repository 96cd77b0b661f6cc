import type { Finding } from 'hexis';
import type { Conflict } from './conflict.js';
import type { FileState, FolderFile } from './files.js';
import type { Chosen, Shown, Told } from './protocol.js';

/** What the desk knows: the files, the figure that is worked on, and what is chosen in it. */
export interface Known {
  list: FolderFile[] | undefined;
  figure: string | undefined;
  /** The file whose text is open: the figure, or one that figures share. */
  open: string | undefined;
  states: Readonly<Record<string, FileState>>;
  /** The text of each file before its last act. */
  was: Readonly<Record<string, string>>;
  /** Acts that were on a file when the page met it: back to these is back to the start. */
  met: Readonly<Record<string, number>>;
  shown: Shown | undefined;
  /** The drawing before the last act. */
  before: Shown | undefined;
  problems: Told[];
  findings: Finding[] | undefined;
  chosen: Chosen | undefined;
  /** How far a change of what is chosen reaches. */
  scope: string | undefined;
  caption: boolean;
  said: string;
  /** Whether what is shown is older than the files. */
  stale: boolean;
  conflict: Conflict | undefined;
  /** Whether questions of tables wait for an answer. */
  waiting: boolean;
  /** How often each figure has to be drawn again in small; what figures share is counted under an empty path. */
  turns: Readonly<Record<string, number>>;
}

/** What happens at the desk. */
export type Act =
  | { is: 'listed'; list: FolderFile[] }
  /** A figure is opened, or a file that figures share. */
  | { is: 'opened'; path: string; isShared: boolean }
  | { is: 'file'; path: string; state: FileState }
  | { is: 'drawing' }
  | { is: 'drawn'; shown: Shown | undefined; problems: Told[] }
  | { is: 'checked'; findings: Finding[] }
  /** Ink is chosen by somebody. */
  | { is: 'chosen'; chosen: Chosen | undefined }
  /** What was chosen is found again in a new drawing, or not. */
  | { is: 'followed'; chosen: Chosen | undefined }
  | { is: 'reached'; scope: string | undefined }
  | { is: 'captioned'; on: boolean }
  | { is: 'said'; said: string }
  | { is: 'met'; conflict: Conflict | undefined }
  | { is: 'aged'; paths: readonly string[] }
  | { is: 'waiting'; waiting: boolean };

export const nothingKnown: Known = {
  list: undefined,
  figure: undefined,
  open: undefined,
  states: {},
  was: {},
  met: {},
  shown: undefined,
  before: undefined,
  problems: [],
  findings: undefined,
  chosen: undefined,
  scope: undefined,
  caption: false,
  said: '',
  stale: true,
  conflict: undefined,
  waiting: false,
  turns: {},
};

/** What the desk knows of a file after it was read or changed. */
function withFile(known: Known, path: string, state: FileState): Known {
  const old = known.states[path];
  return {
    ...known,
    states: { ...known.states, [path]: state },
    met: { ...known.met, [path]: known.met[path] ?? state.undo.length },
    was: old && old.text !== state.text ? { ...known.was, [path]: old.text } : known.was,
  };
}

/** What is known of a figure that has just been opened. */
const opened = (known: Known, path: string): Known => ({
  ...known,
  figure: path,
  open: path,
  chosen: undefined,
  findings: undefined,
  before: undefined,
  said: '',
});

/** What the desk knows after something happened. */
export function after(known: Known, act: Act): Known {
  switch (act.is) {
    case 'listed':
      return { ...known, list: act.list };
    case 'opened':
      return act.isShared ? { ...known, open: act.path } : opened(known, act.path);
    case 'file':
      return withFile(known, act.path, act.state);
    case 'drawing':
      return { ...known, stale: true };
    case 'drawn': {
      const { shown, problems } = act;
      if (!shown) return { ...known, problems };
      const before = known.shown?.id === shown.id ? known.shown : known.before;
      return { ...known, problems, shown, before, stale: false };
    }
    case 'checked':
      return { ...known, findings: act.findings };
    case 'chosen':
      return { ...known, chosen: act.chosen, scope: act.chosen?.scopes[0]?.key };
    case 'followed': {
      const { chosen } = act;
      const isThere = !chosen || chosen.scopes.some(({ key }) => key === known.scope);
      return { ...known, chosen, scope: isThere ? known.scope : chosen.scopes[0]?.key };
    }
    case 'reached':
      return { ...known, scope: act.scope };
    case 'captioned':
      return { ...known, caption: act.on };
    case 'said':
      return known.said === act.said ? known : { ...known, said: act.said };
    case 'met':
      return { ...known, conflict: act.conflict };
    case 'waiting':
      return known.waiting === act.waiting ? known : { ...known, waiting: act.waiting };
    case 'aged':
      return {
        ...known,
        turns: { ...known.turns, ...Object.fromEntries(act.paths.map((path) => [path, (known.turns[path] ?? 0) + 1])) },
      };
  }
}

/** How often a figure had to be drawn again in small; a board, or a report, hangs on all figures. */
export function turnOf(turns: Known['turns'], path: string): number {
  const own = (turns[path] ?? 0) + (turns[''] ?? 0);
  return /\.board\.\w+$/.test(path) ? own + Object.values(turns).reduce((sum, turn) => sum + turn, 0) : own;
}

/** Acts on a file since the page met it. */
export function sinceStart({ states, met }: Known, path: string | undefined): number {
  if (path === undefined) return 0;
  const undo = states[path]?.undo.length ?? 0;
  return Math.max(0, undo - (met[path] ?? undo));
}
