import { memo } from 'react';
import { Button, Checkbox } from 'react-aria-components';
import { CopyMenu } from './CopyMenu.js';
import type { Files } from './files.js';
import { sinceStart } from './known.js';
import { SaveDialog } from './SaveDialog.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

interface Props {
  files: Files;
  thinker: Thinker;
  desk: DeskState;
  /** The file whose acts are taken back. */
  target: string | undefined;
}

interface ToolsProps extends Pick<Props, 'files' | 'thinker' | 'target'>, Pick<DeskState, 'acts' | 'caption'> {
  /** What would be taken back, and made again. */
  undo: string | undefined;
  redo: string | undefined;
  /** Whether there is anything to go back over. */
  isChanged: boolean;
  /** Whether what is shown is what the files say. */
  isReady: boolean;
}

const steps = { undo: speech.header.undo, redo: speech.header.redo } as const;

/** The tools, made anew only where they say something else. */
const Tools = memo(function Tools({ files, thinker, acts, target, caption, isChanged, isReady, ...last }: ToolsProps) {
  return (
    <header>
      <h1>{speech.header.title}</h1>
      {(['undo', 'redo'] as const).map((which) => (
        <Button
          key={which}
          className="act"
          isDisabled={last[which] === undefined}
          onPress={() => target && void acts.step(which, target)}
        >
          {last[which] === undefined ? steps[which] : `${steps[which]}: ${last[which]}`}
        </Button>
      ))}
      <Button
        className="act"
        isDisabled={!isChanged}
        onPress={() => target && void acts.step('undo', target, sinceStart(acts.now(), target))}
      >
        {speech.header.back}
      </Button>
      <span className="grow" />
      <Checkbox className="check" isSelected={caption} onChange={acts.caption}>
        <span className="box" aria-hidden="true" />
        {speech.header.withCaption}
      </Checkbox>
      <CopyMenu thinker={thinker} acts={acts} isReady={isReady} />
      <SaveDialog files={files} acts={acts} isReady={isReady} />
    </header>
  );
});

/** What can be taken back and made again, and the ways in which a figure leaves the desk. */
export function Header({ files, thinker, desk, target }: Props) {
  const { acts, caption, shown, stale } = desk;
  const state = target === undefined ? undefined : desk.states[target];
  return (
    <Tools
      {...{ files, thinker, acts, target, caption }}
      undo={state?.undo.at(-1)}
      redo={state?.redo.at(-1)}
      isChanged={desk.sinceStart > 0}
      isReady={shown !== undefined && !stale}
    />
  );
}
