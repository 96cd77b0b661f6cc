interface Props {
  /** What it is of, for readers who do not see it. */
  label: string;
  columns: readonly { title: string; isNumber: boolean }[];
  rows: readonly (readonly string[])[];
  isChosen?: (row: number) => boolean;
  /** Whether words break into lines. */
  wraps?: boolean;
}

/** Rows of cells that are scrolled by pointer and keys. */
export function CellTable({ label, columns, rows, isChosen, wraps = false }: Props) {
  const classOf = (i: number) => (columns[i]?.isNumber ? 'number' : wraps ? 'wrapped' : undefined);
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: wide tables are scrolled by keys
    <section className="numbers" tabIndex={0} aria-label={label}>
      <table>
        <thead>
          <tr>
            {columns.map(({ title, isNumber }, i) => (
              <th key={i} scope="col" className={isNumber ? 'number' : undefined}>
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, r) => (
            <tr key={r} aria-selected={isChosen?.(r) ? true : undefined}>
              {row.map((cell, i) => (
                <td key={i} className={classOf(i)}>
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
