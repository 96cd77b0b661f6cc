import { reportDraft } from 'hexis/report';
import { useCallback, useEffect, useReducer } from 'react';
import { Button } from 'react-aria-components';
import { Begin } from './Begin.js';
import { ConflictDialog } from './ConflictDialog.js';
import { FileList } from './FileList.js';
import type { Files, FolderFile } from './files.js';
import { Header } from './Header.js';
import { Middle } from './Middle.js';
import { isDocument, isDrawn, isReport, isText } from './names.js';
import { Side } from './Side.js';
import { afterwards, firstScreen } from './screen.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import { useDesk } from './useDesk.js';
import { useDeskKeys } from './useDeskKeys.js';
import { useReport } from './useReport.js';

interface Props {
  files: Files;
  thinker: Thinker;
  first: string | undefined;
}

/** Whether an address names a report, or what figures share, in place of a figure. */
const isShared = (list: readonly FolderFile[], first: string) =>
  list.some((file) => file.path === first && isText(file) && !isDrawn(file));

/** The page on which a figure is finished by hand: its figures, the one that is worked on, and what can be done with it. */
export function Desk({ files, thinker, first }: Props) {
  const desk = useDesk(files, thinker, first);
  const { list, figure, open, acts } = desk;
  const [screen, change] = useReducer(afterwards, firstScreen);
  const document = open !== undefined && isDocument(open) ? open : undefined;
  const report = useReport(thinker, desk, document);
  const target = open ?? figure;

  const openFigure = useCallback(
    (path: string) => {
      change({ is: 'figure' });
      void acts.openFigure(path);
    },
    [acts],
  );
  const openShared = useCallback(
    (path: string) => {
      change({ is: 'shared', path });
      void acts.openShared(path);
    },
    [acts],
  );
  const isListed = list !== undefined;
  useEffect(() => {
    if (first !== undefined && list && isShared(list, first)) openShared(first);
  }, [isListed]);
  const before = useCallback((on: boolean) => change({ is: 'before', on }), []);
  const step = useCallback(
    (which: 'undo' | 'redo') => target !== undefined && void acts.step(which, target),
    [acts, target],
  );
  useDeskKeys({ before, step });

  if (!list) return <p className="hint waiting">{desk.said || speech.desk.opening}</p>;
  const drawn = list.filter(isDrawn);
  const isNew = screen.isBeginning || drawn.length === 0;
  const allInOne = async () => {
    const paths = drawn.filter(({ kind }) => kind === 'figure').map(({ path }) => path);
    const path = 'document.report.yaml';
    if (await acts.make([{ path, text: reportDraft(files.name, paths) }], false)) openShared(path);
  };
  const leave = drawn.length === 0 ? undefined : () => change({ is: 'beginning', on: false });
  const shownReport = document && report && !('fault' in report) ? { path: document, view: report } : undefined;
  const parts = { thinker, desk, screen, change, openFigure };
  return (
    <>
      <Header files={files} thinker={thinker} desk={desk} target={target} />
      <main>
        <nav aria-label={speech.desk.files}>
          <Button className="act main" onPress={() => change({ is: 'beginning', on: true })} isDisabled={isNew}>
            {speech.desk.newFigure}
          </Button>
          {drawn.length > 0 && !list.some(isReport) && (
            <Button className="act" onPress={() => void allInOne()}>
              {speech.desk.intoDocument}
            </Button>
          )}
          <FileList
            thinker={thinker}
            list={list}
            figure={figure}
            shared={open === figure ? undefined : open}
            turns={desk.turns}
            openFigure={openFigure}
            openShared={openShared}
          />
        </nav>
        {isNew && <Begin files={files} thinker={thinker} desk={desk} leave={leave} />}
        {!isNew && <Middle {...parts} report={shownReport} />}
        {!isNew && <Side {...parts} files={files} report={report} />}
      </main>
      <ConflictDialog desk={desk} />
    </>
  );
}
