import type { Control } from 'hexis/desk';
import { searchControls } from 'hexis/desk';
import { useEffect, useState } from 'react';
import { Button, Input, Label, SearchField, ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { Field } from './Field.js';
import type { Changeable } from './protocol.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

interface Props {
  thinker: Thinker;
  desk: DeskState;
  /** Shows a reach while somebody points at it. */
  preview(key: string | undefined): void;
  give(path: string): void;
}

const groupWords = { words: 'Words', scale: 'Scale', look: 'Look', place: 'Place' } as const;
/** So many settings are shown of a search over all of them. */
const mostFound = 24;

/** What can be changed of the chosen ink: how far the change reaches, and the settings that bear on it; or any setting by its words. */
export function ChangePanel({ thinker, desk, preview, give }: Props) {
  const { chosen, scope, shown } = desk;
  const [known, setKnown] = useState<Changeable & { of: string }>();
  const [words, setWords] = useState('');
  const role = chosen?.role;
  const of = `${role} ${scope}`;
  useEffect(() => {
    let isOld = false;
    void thinker
      .ask('controls', role !== undefined && scope !== undefined ? { role, scope } : {})
      .then((own) => !isOld && setKnown({ ...own, of }));
    return () => {
      isOld = true;
    };
  }, [thinker, role, scope, of, shown]);
  useEffect(() => setWords(''), [role]);
  const isAll = !chosen || !scope;
  // Those of what was chosen before are none of this.
  const found = known?.of === of ? known : undefined;
  const all = searchControls(found?.controls ?? [], words);
  const controls = isAll ? (words.trim() === '' ? [] : all.slice(0, mostFound)) : all;
  const reach = chosen?.scopes.find(({ key }) => key === scope);
  const field = (control: Control) => (
    <Field
      key={`${role} ${scope} ${control.path}`}
      control={control}
      choices={found ?? { palette: [], samples: undefined }}
      set={(given) =>
        desk.enter(
          { role: isAll ? undefined : role, scope: isAll ? undefined : scope, path: control.path },
          isAll ? control.words : `${control.words} (${reach?.words ?? chosen?.words})`,
          given,
        )
      }
      give={reach?.isLook === true && !control.path.startsWith('caption') ? () => give(control.path) : undefined}
    />
  );
  const groups = (['words', 'look', 'scale', 'place'] as const).filter((group) =>
    controls.some((own) => own.group === group),
  );
  if (shown && !shown.isFigure && !chosen)
    return <p className="hint">This is a board. Click on one of its figures, and open it to change it.</p>;
  return (
    <div className="change">
      {isAll ? (
        <p className="hint">
          Click on what you want to change: a bar, a title, a number, the legend. Then choose how far the change
          reaches. Or look for any setting by its words.
        </p>
      ) : (
        <>
          <h2>{chosen.words}</h2>
          {chosen.file !== undefined && (
            <Button className="act" onPress={() => void desk.openFigure(chosen.file as string)}>
              Open this figure of the board
            </Button>
          )}
          <ToggleButtonGroup
            aria-label="How far the change reaches"
            selectionMode="single"
            disallowEmptySelection
            selectedKeys={[scope]}
            onSelectionChange={(keys) => {
              const [key] = [...keys];
              if (key !== undefined) desk.setScope(String(key));
            }}
          >
            {chosen.scopes.map(({ key, words: own, count }) => (
              <ToggleButton
                key={key}
                id={key}
                onHoverStart={() => preview(key)}
                onHoverEnd={() => preview(undefined)}
                onFocusChange={(on) => preview(on ? key : undefined)}
              >
                {own} <span className="count">{count}</span>
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
        </>
      )}
      {(isAll || (found?.controls.length ?? 0) > 6) && (
        <SearchField className="search" value={words} onChange={setWords}>
          <Label>{isAll ? 'Find any setting' : 'Find a setting of this'}</Label>
          <Input placeholder="colour, thicker, larger text …" />
        </SearchField>
      )}
      {isAll && words.trim() !== '' && (
        <p className="note">
          {all.length === 0
            ? 'No setting speaks of that.'
            : `${all.length} ${all.length === 1 ? 'setting' : 'settings'}${all.length > mostFound ? `, the first ${mostFound}` : ''}`}
        </p>
      )}
      {!isAll && !found && <p className="note">Its settings are being looked up …</p>}
      {chosen?.file === undefined &&
        groups.map((group) => (
          <fieldset key={group}>
            <legend>{groupWords[group]}</legend>
            {controls.filter((own) => own.group === group).map(field)}
            {controls.some((own) => own.group === group && own.kind === 'color') && (
              <p className="note">Numbers in the colours: contrast with the paper. Marks need 3, words 4.5.</p>
            )}
          </fieldset>
        ))}
    </div>
  );
}
