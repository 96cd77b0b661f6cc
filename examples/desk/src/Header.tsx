import { memo } from 'react';
import { Button, Checkbox } from 'react-aria-components';
import type { Acts } from './acts.js';
import { CopyMenu } from './CopyMenu.js';
import type { Files } from './files.js';
import { give } from './handOver.js';
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

/** Gives all files to the person, with what was done to them. */
async function packed(files: Files, acts: Acts): Promise<void> {
  const bytes = await files.packed?.().catch((fault) => acts.say(String(fault)));
  if (bytes) give({ name: `${files.name}.zip`, bytes });
}

/** The tools, made anew only where they say something else. */
const Tools = memo(function Tools({ files, thinker, acts, target, caption, isChanged, isReady, ...last }: ToolsProps) {
  return (
    <header>
      <h1>{speech.header.title}</h1>
      {files.packed && <span className="hint">{files.name}</span>}
      {files.packed && (
        <Button
          className="act"
          onPress={() => {
            location.hash = '';
          }}
        >
          {speech.header.others}
        </Button>
      )}
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
      {files.packed && files.isHanded && (
        <Button className="act" onPress={() => void packed(files, acts)}>
          {speech.header.packed}
        </Button>
      )}
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
