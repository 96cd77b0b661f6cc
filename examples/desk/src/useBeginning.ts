import type { Answers, ColumnAnswer, DraftSettings } from 'hexis/desk';
import { useEffect, useReducer, useState } from 'react';
import { given } from './dropped.js';
import type { Database, Files } from './files.js';
import { freeName, tableName } from './names.js';
import type { Begun, KindPicture } from './protocol.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

/** A table that a figure is begun from, and what its author has said of it. */
interface Beginning {
  table: string | undefined;
  /** None while the table is looked into, or where it cannot be. */
  look: Begun | undefined;
  chosen: readonly string[];
  answers: Answers;
  /** The kinds that show the chosen columns, and why others do not. */
  kinds: KindPicture[] | undefined;
  fault: string;
}

type Act =
  | { is: 'opened'; table: string }
  | { is: 'looked'; table: string; look: Begun }
  | { is: 'chosen'; column: string; on: boolean }
  | { is: 'answered'; column: string; answer: ColumnAnswer }
  | { is: 'drawn'; kinds: KindPicture[] }
  | { is: 'failed'; fault: string };

const nothing: Beginning = {
  table: undefined,
  look: undefined,
  chosen: [],
  answers: {},
  kinds: undefined,
  fault: '',
};

function after(own: Beginning, act: Act): Beginning {
  switch (act.is) {
    case 'opened':
      return { ...nothing, table: act.table };
    case 'looked':
      // What is known of a table that was left for another one comes too late.
      return act.table === own.table ? { ...own, look: act.look } : own;
    case 'chosen': {
      const others = own.chosen.filter((name) => name !== act.column);
      return { ...own, chosen: act.on ? [...others, act.column] : others };
    }
    case 'answered':
      return { ...own, answers: { ...own.answers, [act.column]: act.answer } };
    case 'drawn':
      return { ...own, kinds: act.kinds };
    case 'failed':
      return { ...own, fault: act.fault };
  }
}

/** What is known of the table that a figure is begun from, and what can be done with it. */
export function useBeginning(files: Files, thinker: Thinker, { list = [], acts }: DeskState) {
  const [own, tell] = useReducer(after, nothing);
  const { table, look, chosen, answers } = own;

  const open = async (path: string) => {
    tell({ is: 'opened', table: path });
    const found = await thinker.aside('look', { path });
    tell('fault' in found ? { is: 'failed', fault: found.fault } : { is: 'looked', table: path, look: found });
  };

  /** Takes other files than tables, such as styles, where the place is one of the browser's own. */
  const bring = async (file: File): Promise<void> => {
    const found = await given(new Map([[file.name, file]]));
    const taken = (await files.bring?.(found.files)) ?? {};
    if (taken.fault !== undefined) throw new Error(taken.fault);
    await acts.brought(Object.keys(found.files));
    acts.say(speech.begin.brought(Object.keys(found.files).join(', ')));
  };

  const add = async (file: File) => {
    const isTable = files.endings.some((ending) => file.name.toLowerCase().endsWith(ending));
    if (files.bring && !isTable) {
      await bring(file).catch((fault) =>
        tell({ is: 'failed', fault: String(fault instanceof Error ? fault.message : fault) }),
      );
      return;
    }
    const bytes = new Uint8Array(await file.arrayBuffer());
    if (!isTable) {
      tell({ is: 'failed', fault: speech.begin.noTable(file.name, files.endings.join(', ')) });
      return;
    }
    const added = await files.add(file.name, bytes);
    if ('fault' in added) {
      tell({ is: 'failed', fault: added.fault });
      return;
    }
    await thinker.change({ path: added.path, bytes });
    await acts.relist();
    // A figure may have waited for it.
    if (acts.now().stale) void acts.again();
    await open(added.path);
  };

  const [kept, keep] = useState<string>();
  /** Keeps what was pasted as a table of the folder, under a name that is free; gives whether it is one. */
  const paste = async (clipboard: { text: string; html: string }): Promise<boolean> => {
    const { pastedTable } = await import('./pasted.js');
    const csv = pastedTable(clipboard);
    if (csv === undefined) return false;
    const taken = new Set(list.map(({ path }) => path));
    let name = 'pasted.csv';
    for (let n = 2; taken.has(name); n += 1) name = `pasted-${n}.csv`;
    await add(new File([csv], name));
    keep(name);
    return true;
  };

  const [databases, know] = useState<readonly Database[]>([]);
  useEffect(() => {
    void files.databases?.().then(know);
  }, [files]);

  useEffect(() => {
    if (!table || !look) return undefined;
    let isOld = false;
    void thinker
      .aside('kinds', { path: table, chosen: [...chosen], answers })
      .then((kinds) => !isOld && tell({ is: 'drawn', kinds }));
    return () => {
      isOld = true;
    };
  }, [thinker, table, look, chosen, answers]);

  /** Makes codebook and figure; gives whether they are there. */
  const begin = async (settings: DraftSettings): Promise<boolean> => {
    if (!table) return false;
    const path = freeName(list, table, tableName(table), 'figure.yaml');
    const bare = path.replace(/\.figure\.yaml$/, '');
    const id = bare.slice(bare.lastIndexOf('/') + 1);
    const drafts = await thinker.aside('drafts', { path: table, settings, answers, id });
    if ('fault' in drafts) {
      tell({ is: 'failed', fault: drafts.fault });
      return false;
    }
    const made = [
      { path: `${bare}.codebook.yaml`, text: drafts.codebook },
      { path, text: drafts.figure },
    ];
    return acts.make(made, true);
  };

  return {
    ...own,
    databases,
    open,
    add,
    paste,
    kept: kept === table ? kept : undefined,
    begin,
    choose: (column: string, on: boolean) => tell({ is: 'chosen', column, on }),
    say: (column: string, answer: ColumnAnswer) => tell({ is: 'answered', column, answer }),
  };
}

export type BeginningState = ReturnType<typeof useBeginning>;
