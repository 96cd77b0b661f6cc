import { lengthInPoints } from '../schema/length.js';

/** Sides and margins of a page, in points. */
export interface DocumentPage {
  width: number;
  height: number;
  left: number;
  right: number;
  top: number;
  bottom: number;
}

const margins = ['left', 'right', 'top', 'bottom'] as const;
const sides = ['width', 'height', ...margins] as const;

/** What a style or a report says of the page, as it is written: lengths, "margin" for all four that it does not name. */
export type PageSaid = { readonly [S in keyof DocumentPage | 'margin']?: string | undefined };

const noPage: DocumentPage = { width: 0, height: 0, left: 0, right: 0, top: 0, bottom: 0 };

/** A page with what is said of it: first by the one at the bottom, such as the style that others build on. */
export function pageSaid(all: readonly (PageSaid | undefined)[]): DocumentPage {
  const page = { ...noPage };
  for (const said of all) {
    if (said?.margin !== undefined) for (const side of margins) page[side] = lengthInPoints(said.margin) ?? 0;
    for (const side of sides) {
      const own = said?.[side];
      if (own !== undefined) page[side] = lengthInPoints(own) ?? 0;
    }
  }
  return page;
}

/** Width and height between the margins. */
export const roomOf = ({ width, height, left, right, top, bottom }: DocumentPage) => ({
  width: width - left - right,
  height: height - top - bottom,
});
