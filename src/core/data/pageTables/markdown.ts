import { type FoundTable, tidied } from './found.js';

/** What is read of a token of the library. */
interface Token {
  type: string;
  content: string;
  map: [number, number] | null;
  children: Token[] | null;
}

/** The words of a cell, without the signs of markup. */
const wordsOf = ({ content, children }: Token): string =>
  tidied(
    children
      ? children
          .map((child) => (/break$/.test(child.type) ? ' ' : child.type === 'image' ? '' : child.content))
          .join('')
      : content,
  );

/** A line that names a table: `Table: Yields`, `Table 2. Yields`, or `: Yields`. */
const captionLine = /^(?::|tab\p{L}*\.?\s*\d*\s*[.:])\s*(.+)$/iu;

/** Lines of cells while a table is read. */
class Reading {
  readonly tables: FoundTable[] = [];
  private heading = '';
  private caption: string | undefined;
  private open: FoundTable | undefined;
  private cells: string[] = [];

  /** A text outside of tables: a heading or a caption of the table below it, or of the one above. */
  private say(text: string, isHeading: boolean): void {
    const named = captionLine.exec(text)?.[1];
    if (isHeading) [this.heading, this.caption] = [text, undefined];
    else if (named === undefined) this.caption = undefined;
    else {
      const last = this.tables.at(-1);
      // Right below a table that has no caption of its own, it is that one's.
      if (last && this.isBelow && !this.ofCaption.has(last)) {
        last.caption = named;
        this.ofCaption.add(last);
      } else this.caption = named;
    }
    this.isBelow = false;
  }

  private isBelow = false;
  private readonly ofCaption = new Set<FoundTable>();

  take(tokens: readonly Token[]): void {
    let line = 1;
    for (const [i, token] of tokens.entries()) {
      if (token.map) line = token.map[0] + 1;
      if (token.type === 'table_open') {
        this.open = { caption: this.caption ?? this.heading, lines: [], across: [] };
        if (this.caption !== undefined) this.ofCaption.add(this.open);
        this.tables.push(this.open);
      } else if (token.type === 'table_close') [this.open, this.caption, this.isBelow] = [undefined, undefined, true];
      else if (token.type === 'tr_open') this.cells = [];
      else if (token.type === 'tr_close') this.open?.lines.push({ cells: this.cells, line });
      else if (token.type === 'inline' && this.open) this.cells.push(wordsOf(token));
      else if (token.type === 'inline') this.say(wordsOf(token), tokens[i - 1]?.type === 'heading_open');
    }
  }
}

/** The tables of a text in Markdown, between vertical lines. */
export async function tablesInMarkdown(text: string): Promise<FoundTable[]> {
  const { default: MarkdownIt } = await import('markdown-it');
  // Words of pages are no words here.
  const parser = new MarkdownIt('default', { html: false, linkify: false });
  const reading = new Reading();
  reading.take(parser.parse(text, {}) as Token[]);
  return reading.tables;
}
