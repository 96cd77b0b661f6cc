import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands';
import { yaml } from '@codemirror/lang-yaml';
import { bracketMatching, defaultHighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { type Diagnostic, lintGutter, setDiagnostics } from '@codemirror/lint';
import { EditorState, RangeSet, StateEffect, StateField, type Text, Transaction } from '@codemirror/state';
import { Decoration, type DecorationSet, EditorView, keymap, lineNumbers } from '@codemirror/view';
import { diffLines } from 'diff';
import type { Told } from './protocol.js';
import { speech } from './speech.js';

/** The place of a problem in the text of the editor: from its column to the end of its line. */
function diagnosticOf(problem: Told, text: Text): Diagnostic {
  const number = Math.min(problem.line ?? 1, text.lines);
  const line = text.line(number);
  const from = Math.min(line.to, line.from + (problem.column ?? 1) - 1);
  const { found, expected } = problem;
  const message = expected === undefined ? found : speech.editor.fault(found, expected);
  return { from, to: Math.max(from, line.to), severity: problem.severity, message };
}

/** Lines that were changed, by their numbers from 1 on. */
function changedLines(before: string, text: string): number[] {
  const lines: number[] = [];
  let line = 1;
  for (const { added, removed, count = 0 } of diffLines(before, text)) {
    if (added) for (let i = 0; i < count; i += 1) lines.push(line + i);
    if (!removed) line += count;
  }
  return lines;
}

const setChanged = StateEffect.define<number[]>();
const changedLine = Decoration.line({ class: 'changed' });

/** Marks the lines that the last act changed. */
const changedField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(marks, { changes, effects, state }) {
    const given = effects.find((effect) => effect.is(setChanged));
    if (!given) return marks.map(changes);
    const { doc } = state;
    const lines = (given.value as number[]).filter((line) => line <= doc.lines);
    return RangeSet.of(lines.map((line) => changedLine.range(doc.line(line).from)));
  },
  provide: (field) => EditorView.decorations.from(field),
});

export interface Editor {
  /** Shows a text, with what is new in it against another; what stands there already stays, with the place of the cursor. */
  show(text: string, before: string): void;
  mark(problems: readonly Told[]): void;
}

/** A text editor for YAML that marks problems at their lines. */
export function editorIn(parent: HTMLElement, changed: (text: string) => void): Editor {
  const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? '';
  const extensions = [
    EditorView.cspNonce.of(nonce),
    lineNumbers(),
    lintGutter(),
    history(),
    bracketMatching(),
    syntaxHighlighting(defaultHighlightStyle),
    yaml(),
    keymap.of([...defaultKeymap, ...historyKeymap, indentWithTab]),
    changedField,
    EditorView.lineWrapping,
    EditorView.contentAttributes.of({ 'aria-label': speech.editor.text }),
    EditorView.updateListener.of((update) => {
      const byHand = update.transactions.some((own) => own.annotation(Transaction.userEvent) !== undefined);
      if (update.docChanged && byHand) changed(update.state.doc.toString());
    }),
  ];
  const view = new EditorView({ parent, state: EditorState.create({ extensions }) });
  return {
    show(text, was) {
      const before = view.state.doc.toString();
      const effects = setChanged.of(changedLines(was, text));
      if (before === text) {
        view.dispatch({ effects });
        return;
      }
      let start = 0;
      while (start < before.length && start < text.length && before[start] === text[start]) start += 1;
      let end = 0;
      const most = Math.min(before.length, text.length) - start;
      while (end < most && before[before.length - 1 - end] === text[text.length - 1 - end]) end += 1;
      view.dispatch({
        changes: { from: start, to: before.length - end, insert: text.slice(start, text.length - end) },
        effects,
      });
    },
    mark(problems) {
      const { doc } = view.state;
      view.dispatch(
        setDiagnostics(
          view.state,
          problems.map((problem) => diagnosticOf(problem, doc)),
        ),
      );
    },
  };
}
