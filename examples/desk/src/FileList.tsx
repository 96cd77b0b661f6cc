import { memo, useEffect } from 'react';
import { ListBox, ListBoxItem } from 'react-aria-components';
import type { FolderFile } from './files.js';
import { turnOf } from './known.js';
import { isDrawn, isReport, isText, shortName } from './names.js';
import { Picture } from './Picture.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

interface Props {
  thinker: Thinker;
  list: readonly FolderFile[];
  figure: string | undefined;
  /** A shared file that is open; none while a figure is. */
  shared: string | undefined;
  turns: DeskState['turns'];
  openFigure(path: string): void;
  openShared(path: string): void;
}

interface TextsProps extends Pick<Props, 'shared'> {
  title: string;
  label: string;
  files: readonly FolderFile[];
  open(path: string): void;
  nameOf(path: string): string;
}

/** Files by their names, one of which may be open. */
function Texts({ title, label, files, shared, open, nameOf }: TextsProps) {
  if (files.length === 0) return null;
  return (
    <>
      <h2>{title}</h2>
      <ListBox
        aria-label={label}
        selectionMode="single"
        selectedKeys={shared ? [shared] : []}
        onSelectionChange={(keys) => {
          const [path] = [...(keys as Set<string>)];
          if (path) open(path);
        }}
      >
        {files.map(({ path }) => (
          <ListBoxItem key={path} id={path} textValue={nameOf(path)}>
            {nameOf(path)}
          </ListBoxItem>
        ))}
      </ListBox>
    </>
  );
}

/** The figures of the folder in small, and what they share. */
export const FileList = memo(function FileList({
  thinker,
  list,
  figure,
  shared,
  turns,
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
      <Texts
        title={speech.files.documents}
        label={speech.files.documents}
        files={reports}
        shared={shared}
        open={openShared}
        nameOf={shortName}
      />
      <h2>{speech.files.figures}</h2>
      <ListBox
        aria-label={speech.files.figures}
        selectionMode="single"
        selectedKeys={figure ? [figure] : []}
        onSelectionChange={(keys) => {
          const [path] = [...(keys as Set<string>)];
          if (path) openFigure(path);
        }}
      >
        {list.filter(isDrawn).map(({ path }) => (
          <ListBoxItem key={path} id={path} textValue={shortName(path)} className="react-aria-ListBoxItem thumb">
            <Picture thinker={thinker} path={path} turn={turnOf(turns, path)} />
            <span>{shortName(path)}</span>
          </ListBoxItem>
        ))}
      </ListBox>
      <Texts
        title={speech.files.shared}
        label={speech.files.sharedFiles}
        files={others}
        shared={shared}
        open={openShared}
        nameOf={(path) => path.split('/').at(-1) as string}
      />
    </>
  );
});
