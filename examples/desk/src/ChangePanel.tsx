import { searchControls } from 'hexis/desk';
import { useEffect, useState } from 'react';
import { Button, Input, Label, SearchField, ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { Field } from './Field.js';
import type { Changeable, Chosen, Filled, Setting } from './protocol.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';
import { useSame } from './useSame.js';

interface Props {
  thinker: Thinker;
  desk: DeskState;
  /** Shows a reach while somebody points at it. */
  preview(key: string | undefined): void;
  give(path: string): void;
}

const groupWords = {
  words: speech.change.words,
  look: speech.change.look,
  scale: speech.change.scale,
  place: speech.change.place,
} as const;
/** So many settings are shown of a search over all of them. */
const mostFound = 24;
/** From so many settings on they can be searched. */
const many = 6;

/** Milliseconds after a drawing at which the values of settings that are shown already are looked at again. */
const lookAgainAfter = 150;

/** The settings that bear on what is chosen, or all; none while they are being worked out, or where nobody asks for any. */
function useControls(thinker: Thinker, { chosen, scope, shown }: DeskState, isAsked: boolean): Changeable | undefined {
  const [known, setKnown] = useState<Changeable & { of: string }>();
  const role = chosen?.role;
  const of = `${role} ${scope}`;
  useEffect(() => {
    if (!isAsked) return undefined;
    let isOld = false;
    const look = () =>
      void thinker
        .ask('controls', role !== undefined && scope !== undefined ? { role, scope } : {})
        .then((own) => !isOld && setKnown({ ...own, of }));
    const waiting = known?.of === of ? setTimeout(look, lookAgainAfter) : look();
    return () => {
      isOld = true;
      clearTimeout(waiting ?? undefined);
    };
  }, [thinker, role, scope, of, shown, isAsked]);
  // Those of what was chosen before are none of this.
  return known?.of === of ? known : undefined;
}

/** What is chosen, and how far a change of it reaches. */
function Reaches({ chosen, desk, preview }: Pick<Props, 'desk' | 'preview'> & { chosen: Chosen }) {
  const { file, words, scopes } = chosen;
  return (
    <>
      <h2>{words}</h2>
      {file !== undefined && (
        <Button className="act" onPress={() => void desk.acts.openFigure(file)}>
          {speech.change.openPart}
        </Button>
      )}
      <ToggleButtonGroup
        aria-label={speech.change.reach}
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={desk.scope === undefined ? [] : [desk.scope]}
        onSelectionChange={(keys) => {
          const [key] = [...keys];
          if (key !== undefined) desk.acts.reach(String(key));
        }}
      >
        {scopes.map(({ key, words: own, count }) => (
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
  );
}

/** Settings in groups of what they are about. */
function Groups({ controls, field }: { controls: readonly Filled[]; field(control: Filled): React.ReactNode }) {
  return Object.entries(groupWords).map(([group, words]) => {
    const own = controls.filter((control) => control.group === group);
    if (own.length === 0) return null;
    return (
      <fieldset key={group}>
        <legend>{words}</legend>
        {own.map(field)}
        {own.some(({ kind }) => kind === 'color') && <p className="note">{speech.change.contrasts}</p>}
      </fieldset>
    );
  });
}

/** How many settings were found by their words. */
function foundText(count: number): string {
  if (count === 0) return speech.change.nothing;
  return speech.change.found(count, mostFound);
}

function Search({ label, words, set }: { label: string; words: string; set(words: string): void }) {
  return (
    <SearchField className="search" value={words} onChange={set}>
      <Label>{label}</Label>
      <Input placeholder={speech.change.searchHint} />
    </SearchField>
  );
}

/** One setting of what is chosen, or of the figure as a whole. */
function settingOf({ chosen, scope }: DeskState, { path, words }: Filled): { setting: Setting; by: string } {
  if (!chosen || !scope) return { setting: { role: undefined, scope: undefined, path }, by: words };
  const reach = chosen.scopes.find(({ key }) => key === scope);
  return { setting: { role: chosen.role, scope, path }, by: `${words} (${reach?.words ?? chosen.words})` };
}

/** What can be changed of the chosen ink: how far the change reaches, and the settings that bear on it; or any setting by its words. */
export function ChangePanel({ thinker, desk, preview, give }: Props) {
  const { chosen, scope, shown, acts } = desk;
  const [words, setWords] = useState('');
  const isSearched = words.trim() !== '';
  const found = useControls(thinker, desk, chosen !== undefined || isSearched);
  const choices = useSame({ palette: found?.palette ?? [], samples: found?.samples });
  const role = chosen?.role;
  useEffect(() => setWords(''), [role]);
  if (shown && !shown.isFigure && !chosen) return <p className="hint">{speech.change.board}</p>;
  const all = searchControls(found?.controls ?? [], words);
  const isLook = chosen?.scopes.find(({ key }) => key === scope)?.isLook === true;
  const field = (control: Filled) => {
    const { setting, by } = settingOf(desk, control);
    return (
      <Field
        key={`${role} ${scope} ${control.path}`}
        control={control}
        choices={choices}
        set={(given) => acts.enter(setting, by, given)}
        give={isLook && !control.path.startsWith('caption') ? () => give(control.path) : undefined}
      />
    );
  };
  if (!chosen || !scope) {
    return (
      <div className="change">
        <p className="hint">{speech.change.how}</p>
        <Search label={speech.change.findAny} words={words} set={setWords} />
        {isSearched && found && <p className="note">{foundText(all.length)}</p>}
        <Groups controls={isSearched ? all.slice(0, mostFound) : []} field={field} />
      </div>
    );
  }
  const isMany = (found?.controls.length ?? 0) > many;
  return (
    <div className="change">
      <Reaches chosen={chosen} desk={desk} preview={preview} />
      {isMany && <Search label={speech.change.findOwn} words={words} set={setWords} />}
      {!found && <p className="note">{speech.change.looking}</p>}
      {chosen.file === undefined && <Groups controls={all} field={field} />}
    </div>
  );
}
