import { memo, useEffect } from 'react';
import { ListBox, ListBoxItem } from 'react-aria-components';
import type { FolderFile } from './files.js';
import { isDrawn, isReport, isText, shortName } from './names.js';
import { Picture } from './Picture.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

interface Props {
  thinker: Thinker;
  list: readonly FolderFile[];
  figure: string | undefined;
  /** A shared file that is open; none while a figure is. */
  shared: string | undefined;
  turnOf: DeskState['turnOf'];
  openFigure(path: string): void;
  openShared(path: string): void;
}

/** The figures of the folder in small, and what they share. */
export const FileList = memo(function FileList({
  thinker,
  list,
  figure,
  shared,
  turnOf,
  openFigure,
  openShared,
}: Props) {
  useEffect(() => {
    if (figure) document.querySelector(`nav [data-key="${CSS.escape(figure)}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [figure]);
  const reports = list.filter(isReport);
  const others = list.filter((file) => isText(file) && !isDrawn(file) && !isReport(file));
  return (
    <>
      {reports.length > 0 && <h2>Documents</h2>}
      {reports.length > 0 && (
        <ListBox
          aria-label="Documents"
          selectionMode="single"
          selectedKeys={shared ? [shared] : []}
          onSelectionChange={(keys) => {
            const [path] = [...(keys as Set<string>)];
            if (path) openShared(path);
          }}
        >
          {reports.map(({ path }) => (
            <ListBoxItem key={path} id={path} textValue={shortName(path)}>
              {shortName(path)}
            </ListBoxItem>
          ))}
        </ListBox>
      )}
      <h2>Figures</h2>
      <ListBox
        aria-label="Figures"
        selectionMode="single"
        selectedKeys={figure ? [figure] : []}
        onSelectionChange={(keys) => {
          const [path] = [...(keys as Set<string>)];
          if (path) openFigure(path);
        }}
      >
        {list.filter(isDrawn).map(({ path }) => (
          <ListBoxItem key={path} id={path} textValue={shortName(path)} className="react-aria-ListBoxItem thumb">
            <Picture thinker={thinker} path={path} turn={turnOf(path)} />
            <span>{shortName(path)}</span>
          </ListBoxItem>
        ))}
      </ListBox>
      {others.length > 0 && <h2>What they share</h2>}
      {others.length > 0 && (
        <ListBox
          aria-label="Shared files"
          selectionMode="single"
          selectedKeys={shared ? [shared] : []}
          onSelectionChange={(keys) => {
            const [path] = [...(keys as Set<string>)];
            if (path) openShared(path);
          }}
        >
          {others.map(({ path }) => (
            <ListBoxItem key={path} id={path} textValue={path}>
              {path.split('/').at(-1)}
            </ListBoxItem>
          ))}
        </ListBox>
      )}
    </>
  );
});
