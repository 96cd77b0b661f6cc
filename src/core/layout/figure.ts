import type { Box, PlateItem } from '../plate/plate.js';
import { type Problem, warning } from '../problem/problem.js';
import { type PanelScales, panelOf } from './axes/panelScales.js';
import { legendInk } from './legend/legend.js';
import { bestAttempt, type FigureRequest, tooSmall } from './page/attempt.js';
import { fitProblems } from './page/fitProblems.js';
import { footInk, headingInk } from './page/heading.js';
import { legendPlace, legendProblems } from './page/legendPlace.js';
import { panelsInk } from './page/panelInk.js';
import type { Settled, SettledPanel } from './page/settled.js';
import type { Sheet } from './sheet.js';

/** A figure laid out: its ink, its panel and what has to be said. */
export interface LaidOut {
  items: PlateItem[];
  panel: Box;
  /** Each panel with its scales. */
  panels: ({ box: Box } & PanelScales)[];
  sheet: Sheet;
  problems: Problem[];
}

/** Problems of all panels, each said once. */
function panelProblems(panels: readonly SettledPanel[]): Problem[] {
  const said = new Map<string, Problem>();
  for (const panel of panels) {
    for (const problem of fitProblems(panel.sheet, panel)) {
      const key = panels.length > 1 ? `${problem.code} ${JSON.stringify(problem.facts)}` : `${said.size}`;
      if (!said.has(key)) said.set(key, problem);
    }
  }
  return [...said.values()];
}

const centimetres = (points: number) => `${(Math.ceil((points / 72) * 25.4) / 10).toFixed(1)}cm`;

/** Margins by hand in which the words have no room: the room that they need was given to them. */
const marginProblems = ({ tightMargins }: Settled): Problem[] =>
  tightMargins.map(({ side, needed }) =>
    warning('margin-tight', { path: `margins.${side}`, side, needed: centimetres(needed) }),
  );

/** Lays a figure out on its page, at the largest size of text at which all fits. */
export function layOut(request: FigureRequest): LaidOut | { problems: Problem[] } {
  const best = bestAttempt(request);
  if (!best) return { problems: [tooSmall(request)] };
  const { sheet, settled, heading, foot, legend } = best;
  return {
    items: [
      ...(heading ? headingInk(sheet, heading, settled.frame) : []),
      ...panelsInk(sheet, settled, request.stage),
      ...(foot ? [footInk(sheet, foot)] : []),
      ...(legend ? legendInk(sheet, legend, ...legendPlace(sheet, best)) : []),
    ],
    panel: settled.frame,
    panels: settled.panels.map(({ scales }) => ({ box: panelOf(scales), ...scales })),
    sheet,
    problems: [...panelProblems(settled.panels), ...marginProblems(settled), ...legendProblems(sheet, settled, legend)],
  };
}
