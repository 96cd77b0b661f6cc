import { Button } from 'react-aria-components';
import type { FolderFile } from './files.js';
import { turnOf } from './known.js';
import { isDrawn, shortName } from './names.js';
import { Picture } from './Picture.js';
import type { ReportView } from './protocol.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

interface Props {
  thinker: Thinker;
  list: readonly FolderFile[];
  figure: string | undefined;
  /** A report whose figures hang in its order, each with what is wrong across them. */
  report?: { path: string; view: ReportView } | undefined;
  turns: DeskState['turns'];
  open(path: string): void;
}

/** Shares of their true size at which figures hang. */
const scale = 0.5;

/** All figures of the folder, or those of a report, at one scale, to see whether one hand made them. */
export function Wall({ thinker, list, figure, report, turns, open }: Props) {
  if (report) {
    const { figures, across } = report.view;
    return (
      <section className="wall" aria-label={speech.wall.title(report.view.title)}>
        {figures.map(({ path, label, title, placed, width, height }) => {
          const own = across.filter(
            ({ finding, file }) =>
              finding.waived === undefined && (file === path || finding.found.startsWith(speech.wall.figure(label))),
          );
          return (
            <Button key={path} className={path === figure ? 'card current' : 'card'} onPress={() => open(path)}>
              <Picture
                thinker={thinker}
                path={path}
                report={report.path}
                turn={turnOf(turns, path)}
                scale={scale * placed}
                expected={{ width, height }}
              />
              <span className="name">
                <b>{label}</b> {title}
              </span>
              {own.map(({ finding: { rule, found, severity } }) => (
                <span key={rule + found} className={`remark ${severity}`}>
                  {rule}: {found.replace(/^figure [^:]*: /, '')}
                </span>
              ))}
            </Button>
          );
        })}
      </section>
    );
  }
  return (
    <section className="wall" aria-label={speech.wall.every}>
      {list.filter(isDrawn).map(({ path }) => (
        <Button key={path} className={path === figure ? 'card current' : 'card'} onPress={() => open(path)}>
          <Picture thinker={thinker} path={path} turn={turnOf(turns, path)} scale={scale} />
          <span className="name">{shortName(path)}</span>
        </Button>
      ))}
    </section>
  );
}
