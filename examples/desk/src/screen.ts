import { isBook, isDocument, pixels } from './names.js';
import type { Shown } from './protocol.js';
import { speech } from './speech.js';

/** What the middle of the desk can show. */
export const views = {
  true: speech.views.trueSize,
  fit: speech.views.fit,
  half: '1½ ×',
  double: '2 ×',
  page: speech.views.page,
  styles: speech.views.styles,
  wall: speech.views.all,
} as const;
export type ViewName = keyof typeof views;
const zooms: Partial<Record<ViewName, number>> = { half: 1.5, double: 2 };

/** What stands where on the desk. */
export interface Screen {
  view: ViewName;
  /** The tab of what can be done. */
  tab: string;
  isBeginning: boolean;
  /** Whether the figure is shown as it was before the last act. */
  isBefore: boolean;
  /** The reach that somebody points at. */
  preview: string | undefined;
}

/** What somebody does to what stands where. */
export type ScreenAct =
  | { is: 'figure' }
  | { is: 'shared'; path: string }
  | { is: 'chosen' }
  | { is: 'view'; view: ViewName }
  | { is: 'tab'; tab: string }
  | { is: 'beginning'; on: boolean }
  | { is: 'before'; on: boolean }
  | { is: 'preview'; key: string | undefined };

export const firstScreen: Screen = {
  view: 'true',
  tab: 'change',
  isBeginning: false,
  isBefore: false,
  preview: undefined,
};

const tabOf = (path: string): string => (isBook(path) ? 'codebook' : isDocument(path) ? 'document' : 'text');

/** What stands where after that. */
export function afterwards(screen: Screen, act: ScreenAct): Screen {
  switch (act.is) {
    case 'figure': {
      const isOfShared = screen.tab === 'document' || screen.tab === 'codebook';
      const view = screen.view === 'wall' ? 'true' : screen.view;
      return { ...screen, isBeginning: false, view, tab: isOfShared ? 'change' : screen.tab };
    }
    case 'shared':
      return { ...screen, tab: tabOf(act.path), view: isDocument(act.path) ? 'wall' : screen.view };
    case 'chosen':
      return { ...screen, tab: screen.tab === 'numbers' ? screen.tab : 'change' };
    case 'view':
      return { ...screen, view: act.view };
    case 'tab':
      return { ...screen, tab: act.tab };
    case 'beginning':
      return { ...screen, isBeginning: act.on };
    case 'before':
      return { ...screen, isBefore: act.on };
    case 'preview':
      return { ...screen, preview: act.key };
  }
}

/** Pixels left and right of the figure. */
const beside = 52;

/** How large a figure may be shown to be seen whole, at most at its true size. */
const fitting = (room: number, width: number | undefined): number =>
  room > 0 && width !== undefined ? Math.min(1, Math.round(((room - beside) / (width * pixels)) * 100) / 100) : 1;

/** Margins of a page of a document, in points. */
export const pageMargin = 72;

/** The width of a page with lines of text of some width, in points. */
export const pageWidth = (textWidth: number): number => textWidth + 2 * pageMargin;

/** How many times its true size the figure is shown: a page is seen whole across. */
export function zoomOf(view: ViewName, room: number, shown: Pick<Shown, 'width' | 'textWidth'> | undefined): number {
  if (view === 'fit') return fitting(room, shown?.width);
  return view === 'page' ? fitting(room, shown && pageWidth(shown.textWidth)) : (zooms[view] ?? 1);
}
