import { viewEdits } from 'hexis/desk';
import { memo } from 'react';
import { Button, ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { Paper } from './Paper.js';
import type { ReportView } from './protocol.js';
import { Styles } from './Styles.js';
import { type Screen, type ScreenAct, type ViewName, views, zoomOf } from './screen.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';
import { useWidth } from './useWidth.js';
import { Wall } from './Wall.js';

interface Props {
  thinker: Thinker;
  desk: DeskState;
  screen: Screen;
  change(act: ScreenAct): void;
  report: { path: string; view: ReportView } | undefined;
  openFigure(path: string): void;
}

/** The views to choose from, and the button that shows the figure as it was. */
const Bar = memo(function Bar({
  view,
  hasBefore,
  change,
}: Pick<Props, 'change'> & { view: ViewName; hasBefore: boolean }) {
  return (
    <div className="bar">
      <ToggleButtonGroup
        aria-label={speech.views.what}
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[view]}
        onSelectionChange={(keys) => {
          const [key] = [...keys];
          if (key !== undefined) change({ is: 'view', view: key as ViewName });
        }}
      >
        {Object.entries(views).map(([key, words]) => (
          <ToggleButton key={key} id={key}>
            {words}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <span className="grow" />
      <Button
        className="act"
        isDisabled={!hasBefore}
        onPressStart={() => change({ is: 'before', on: true })}
        onPressEnd={() => change({ is: 'before', on: false })}
      >
        {speech.views.before}
      </Button>
    </div>
  );
});

/** The figure that is worked on, or all of them, or one in every style. */
export function Middle({ thinker, desk, screen, change, report, openFigure }: Props) {
  const { list = [], figure, acts, chosen } = desk;
  const { width, ref } = useWidth();
  const { view, tab, isBefore, preview } = screen;
  return (
    <div className="middle" ref={ref}>
      <Bar view={view} hasBefore={desk.before !== undefined} change={change} />
      {view === 'wall' && (
        <Wall thinker={thinker} list={list} figure={figure} report={report} turns={desk.turns} open={openFigure} />
      )}
      {view === 'styles' && <Styles thinker={thinker} desk={desk} />}
      {view !== 'wall' && view !== 'styles' && (
        <Paper
          thinker={thinker}
          desk={desk}
          zoom={zoomOf(view, width, desk.shown)}
          isOnPage={view === 'page'}
          isBefore={isBefore}
          findings={tab === 'findings' ? (desk.findings ?? []) : []}
          preview={preview === undefined ? undefined : chosen?.scopes.find(({ key }) => key === preview)}
          chosen={(next) => {
            acts.choose(next);
            if (next) change({ is: 'chosen' });
          }}
          turned={(to) => figure && void acts.act(figure, speech.views.turned, viewEdits(to))}
        />
      )}
    </div>
  );
}
