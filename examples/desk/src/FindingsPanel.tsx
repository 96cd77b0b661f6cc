import { describe, type Problem } from 'hexis';
import { Button } from 'react-aria-components';
import type { DeskState } from './useDesk.js';

/** What keeps the figure from being drawn. */
function Fault({ problem }: { problem: Problem }) {
  const { found, expected, write } = describe(problem);
  return (
    <li className={problem.severity}>
      <span className="where">{problem.place?.line === undefined ? '' : `line ${problem.place.line}: `}</span>
      {found}
      {expected !== undefined && <p>expected: {expected}</p>}
      {write !== undefined && (
        <p>
          write: <code>{write}</code>
        </p>
      )}
    </li>
  );
}

/** What the check says of the figure, each with the mend that can be made at once. */
export function FindingsPanel({ desk }: { desk: DeskState }) {
  const { problems, findings, figure } = desk;
  const faults = problems.filter(({ severity }) => severity === 'error');
  if (faults.length > 0) {
    return (
      <ol id="problems" className="findings">
        {faults.map((problem) => (
          <Fault key={JSON.stringify([problem.code, problem.facts])} problem={problem} />
        ))}
      </ol>
    );
  }
  if (!findings) return <p className="hint">Looking at the figure …</p>;
  if (findings.length === 0) return <p className="hint">Nothing breaks the style.</p>;
  return (
    <ol id="problems" className="findings">
      {findings.map(({ waived, severity, rule, found, why, mend }, i) => (
        <li key={i} className={waived === undefined ? severity : 'waived'}>
          <strong>{rule}</strong> {found}
          <p className="why">{why}</p>
          {waived !== undefined && <p>waived: {waived}</p>}
          {mend && waived === undefined && (
            <Button onPress={() => figure && void desk.acts.act(figure, `mend of ${rule}`, mend.edits)}>
              {mend.keepsMeaning ? 'Mend' : 'Mend: this changes what readers take from it'}
            </Button>
          )}
        </li>
      ))}
    </ol>
  );
}
