import { Button } from 'react-aria-components';
import type { Told } from './protocol.js';
import { speech } from './speech.js';
import type { DeskState } from './useDesk.js';

/** What keeps the figure from being drawn. */
function Fault({ problem }: { problem: Told }) {
  const { found, expected, write, line } = problem;
  return (
    <li className={problem.severity}>
      <span className="where">{line === undefined ? '' : `${speech.findings.line(line)} `}</span>
      {found}
      {expected !== undefined && <p>{speech.findings.expected(expected)}</p>}
      {write !== undefined && (
        <p>
          {speech.findings.write} <code>{write}</code>
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
          <Fault key={JSON.stringify([problem.code, problem.line, problem.found])} problem={problem} />
        ))}
      </ol>
    );
  }
  if (!findings) return <p className="hint">{speech.findings.looking}</p>;
  if (findings.length === 0) return <p className="hint">{speech.findings.none}</p>;
  return (
    <ol id="problems" className="findings">
      {findings.map(({ waived, severity, rule, found, why, mend }, i) => (
        <li key={i} className={waived === undefined ? severity : 'waived'}>
          <strong>{rule}</strong> {found}
          <p className="why">{why}</p>
          {waived !== undefined && <p>{speech.findings.waived(waived)}</p>}
          {mend && waived === undefined && (
            <Button onPress={() => figure && void desk.acts.act(figure, speech.findings.by(rule), mend.edits)}>
              {mend.keepsMeaning ? speech.findings.mend : speech.findings.decide}
            </Button>
          )}
        </li>
      ))}
    </ol>
  );
}
