import { moved } from '../layout/ink/moved.js';
import { fitCaption, partsHeight, partsInk } from '../layout/page/caption.js';
import { textAt } from '../layout/words/textAt.js';
import { em, setRole, type Typesetter } from '../layout/words/typesetter.js';
import type { PlateItem } from '../plate/plate.js';
import type { Drawing } from '../project/compose/drawing.js';

/** Ink that stands together, with its height in points; its upper left corner is at 0, 0. */
export interface Stack {
  items: PlateItem[];
  height: number;
}

/** The words of a figure, set in its own faces for a page: paragraphs before it, and its caption above and below. */
export interface Leaf {
  /** The title of the document and who wrote it, for its first page. */
  head: Stack;
  before: Stack;
  above: Stack;
  below: Stack;
  /** Distance between words and image in points. */
  gap: number;
}

/** Sets the words of a figure in lines as wide as those of the document. @param width in points */
export function leafOf(
  { settings, faces, caption }: Drawing,
  words: { title?: string | undefined; author?: string | undefined; before: readonly string[] },
  width: number,
): Leaf {
  const setter: Typesetter = { settings, kit: faces.kit, scale: 1 };
  const { above, below } = fitCaption(setter, caption, width);
  const stack = (parts: typeof above): Stack => ({
    items: partsInk(setter, parts, 0, 0),
    height: partsHeight(setter, parts),
  });
  const gap = settings.space.caption * em(setter);
  const { color } = settings.text.heading;
  /** Texts one below the other. */
  const column = (texts: readonly string[], from: string, role: 'heading' | 'captionTitle', further: number): Stack => {
    let height = 0;
    const items = texts.map((text, i): PlateItem => {
      const block = setRole(setter, role, text, { width, breakWords: true }, { italic: false, bold: false, further });
      const item = textAt(block, [0, height], { role: `${from}[${i}]`, kind: role, from, color });
      height += block.height + gap;
      return item;
    });
    return { items, height };
  };
  const title = column(words.title === undefined ? [] : [words.title], 'title', 'heading', 1.5);
  const author = column(words.author === undefined ? [] : [words.author], 'author', 'captionTitle', 1);
  const head: Stack = {
    items: [...title.items, ...author.items.map((item) => moved(item, 0, title.height))],
    height: title.height + author.height + (title.height > 0 ? gap : 0),
  };
  const before = column(words.before, 'before', 'captionTitle', 1);
  return { head, before, above: stack(above), below: stack(below), gap };
}
