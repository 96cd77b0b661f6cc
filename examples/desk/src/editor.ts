import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands';
import { yaml } from '@codemirror/lang-yaml';
import { bracketMatching, defaultHighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { type Diagnostic, lintGutter, setDiagnostics } from '@codemirror/lint';
import { EditorState, type Text } from '@codemirror/state';
import { EditorView, keymap, lineNumbers } from '@codemirror/view';
import { describe, type Patch, type Problem } from 'hexis';

/** The place of a problem in the text of the editor: from its column to the end of its line. */
function diagnosticOf(problem: Problem, text: Text): Diagnostic {
  const number = Math.min(problem.place?.line ?? 1, text.lines);
  const line = text.line(number);
  const from = Math.min(line.to, line.from + (problem.place?.column ?? 1) - 1);
  const { found, expected } = describe(problem);
  const message = expected === undefined ? found : `${found}\nexpected: ${expected}`;
  return { from, to: Math.max(from, line.to), severity: problem.severity, message };
}

export interface Editor {
  show(text: string): void;
  /** Changes the text as a hand would, so that it can be taken back. */
  edit(patch: Patch): void;
  mark(problems: readonly Problem[]): void;
}

/** A text editor for YAML that marks problems at their lines. */
export function editorIn(parent: HTMLElement, changed: (text: string) => void): Editor {
  const extensions = [
    lineNumbers(),
    lintGutter(),
    history(),
    bracketMatching(),
    syntaxHighlighting(defaultHighlightStyle),
    yaml(),
    keymap.of([...defaultKeymap, ...historyKeymap, indentWithTab]),
    EditorView.lineWrapping,
    EditorView.contentAttributes.of({ 'aria-label': 'Text of the file' }),
    EditorView.updateListener.of((update) => {
      if (update.docChanged) changed(update.state.doc.toString());
    }),
  ];
  const view = new EditorView({ parent, state: EditorState.create({ extensions }) });
  return {
    show: (text) => view.setState(EditorState.create({ doc: text, extensions })),
    edit: (patch) => {
      for (const { at, removed, inserted } of patch) {
        view.dispatch({ changes: { from: at, to: at + removed.length, insert: inserted } });
      }
    },
    mark: (problems) => {
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
