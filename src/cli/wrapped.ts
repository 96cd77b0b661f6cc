/** How many signs a line of the terminal holds; undefined where nobody looks at one. */
export const terminalWidth = (): number | undefined => {
  const told = process.stdout.columns ?? Number(process.env['COLUMNS'] ?? 0);
  return told >= 40 ? told : undefined;
};

/** Lines no longer than some width: the rest of a line stands below it, a little further in than its beginning. */
export function wrapped(text: string, width: number | undefined): string {
  if (width === undefined) return text;
  return text
    .split('\n')
    .map((line) => {
      if (line.length <= width) return line;
      const indent = `${/^ */.exec(line)?.[0] ?? ''}  `;
      const lines: string[] = [];
      let now = '';
      for (const word of line.split(/(?<=\S) /)) {
        if (now !== '' && now.length + 1 + word.length > width) {
          lines.push(now);
          now = indent + word;
        } else now = now === '' ? word : `${now} ${word}`;
      }
      return [...lines, now].join('\n');
    })
    .join('\n');
}
