import { Button, Checkbox } from 'react-aria-components';
import { CopyMenu } from './CopyMenu.js';
import type { Files } from './files.js';
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

const steps = { undo: speech.header.undo, redo: speech.header.redo } as const;

/** What can be taken back and made again, and the ways in which a figure leaves the desk. */
export function Header({ files, thinker, desk, target }: Props) {
  const { acts, sinceStart } = desk;
  const state = target === undefined ? undefined : desk.states[target];
  return (
    <header>
      <h1>{speech.header.title}</h1>
      {(['undo', 'redo'] as const).map((which) => {
        const last = state?.[which].at(-1);
        return (
          <Button
            key={which}
            className="act"
            isDisabled={last === undefined}
            onPress={() => target && void acts.step(which, target)}
          >
            {last === undefined ? steps[which] : `${steps[which]}: ${last}`}
          </Button>
        );
      })}
      <Button
        className="act"
        isDisabled={sinceStart === 0}
        onPress={() => target && void acts.step('undo', target, sinceStart)}
      >
        {speech.header.back}
      </Button>
      <span className="grow" />
      <Checkbox className="check" isSelected={desk.caption} onChange={acts.caption}>
        <span className="box" aria-hidden="true" />
        {speech.header.withCaption}
      </Checkbox>
      <CopyMenu thinker={thinker} desk={desk} />
      <SaveDialog files={files} desk={desk} />
    </header>
  );
}
