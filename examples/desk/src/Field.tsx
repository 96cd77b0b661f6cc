import { memo, useEffect, useState } from 'react';
import {
  Button,
  FieldError,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  NumberField,
  Popover,
  Select,
  SelectValue,
  Switch,
  Text,
  TextField,
} from 'react-aria-components';
import { AnyColor, Colors } from './Colors.js';
import type { Changeable, Filled } from './protocol.js';
import { speech } from './speech.js';
import { isSame } from './useSame.js';

type Given = { text: string } | { value: unknown };

interface Props {
  control: Filled;
  choices: Pick<Changeable, 'palette' | 'samples'>;
  /** Gives the setting what was typed or chosen; says why where it cannot have it. */
  set(given: Given): Promise<string | undefined>;
  /** Gives the value over to the style; none where a style has no such setting. */
  give?: (() => void) | undefined;
}

const origins = { figure: speech.field.figure, style: speech.field.style, drawn: speech.field.asDrawn } as const;

/** Where a value comes from, and the ways back to that of the style and over to it. */
function Origin({ control, set, give }: Pick<Props, 'control' | 'set' | 'give'>) {
  const { from, style, words } = control;
  if (from !== 'figure') return <span className="origin">{from === 'style' && style ? style : origins[from]}</span>;
  return (
    <span className="origin own">
      {origins[from]}
      <Button
        className="back"
        slot={null}
        aria-label={speech.field.takeBack(words)}
        onPress={() => void set({ value: undefined })}
      >
        {speech.field.takeBackShort}
      </Button>
      {give && (
        <Button className="back" slot={null} aria-label={speech.field.give(words)} onPress={give}>
          {speech.field.giveShort}
        </Button>
      )}
    </span>
  );
}

/** What names of patterns, markers and dashes look like. */
function sampleOf({ samples }: Props['choices'], path: string, option: string): string | undefined {
  const kind = /pattern/i.test(path)
    ? 'pattern'
    : /dash/i.test(path)
      ? 'dash'
      : /(marker|shape)/i.test(path)
        ? 'marker'
        : undefined;
  return kind && samples?.[kind][option];
}

/** A name with its looks, where it has any. */
function Option({ choices, path, option }: { choices: Props['choices']; path: string; option: string }) {
  const picture = sampleOf(choices, path, option);
  return (
    <span className="option">
      {picture && (
        <img src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(picture)}`} alt="" width={40} height={16} />
      )}
      {option}
    </span>
  );
}

/** The step that a number takes: a twentieth where it is a share, a tenth where it has decimals, else one. */
const stepOf = ({ bounds, value, example = '' }: Filled): number => {
  if (bounds?.most !== undefined && bounds.most <= 2) return 0.05;
  return example.includes('.') || (typeof value === 'number' && !Number.isInteger(value)) ? 0.1 : 1;
};

/** A length as its last digit is stepped, such as 0.5pt to 0.6pt. */
function stepped(text: string, by: 1 | -1): string | undefined {
  const [, number, unit] = /^(-?\d+(?:\.\d+)?)\s*([a-z]*)$/.exec(text.trim()) ?? [];
  if (number === undefined) return undefined;
  const decimals = number.includes('.') ? (number.split('.')[1] as string).length : 0;
  return `${(Number(number) + by * 10 ** -decimals).toFixed(decimals)}${unit}`;
}

/** What a control shows beside its value, and how it gives a new one. */
interface Entry extends Pick<Props, 'control' | 'choices'> {
  /** The setting and what it does, in words. */
  description: string;
  origin: React.ReactNode;
  /** Why the setting cannot have what was entered. */
  fault: string | undefined;
  /** Gives the setting what was entered; says why where it cannot have it. */
  send(given: Given): Promise<string | undefined>;
}

/** Something that is on or off. */
function FlagField({ control, description, origin, fault, send }: Entry) {
  return (
    <div className="field">
      <Switch
        isSelected={control.value === true}
        onChange={(on) => void send({ value: on })}
        aria-description={description}
      >
        <span className="track" aria-hidden="true" />
        {control.words}
      </Switch>
      {origin}
      {fault && <p className="fault">{fault}</p>}
    </div>
  );
}

/** One of several names. */
function ChoiceField({ control, choices, description, origin, fault, send }: Entry) {
  const { words, path, options = [], value } = control;
  const current = value === undefined ? null : String(value);
  return (
    <div className="field" title={description}>
      <Select
        selectedKey={current}
        placeholder={speech.field.asDrawn}
        onSelectionChange={(key) => {
          if (key !== null && key !== current) void send({ text: String(key) });
        }}
      >
        <Label>{words}</Label>
        <Button>
          <SelectValue>
            {current === null ? undefined : () => <Option choices={choices} path={path} option={current} />}
          </SelectValue>
        </Button>
        <Popover>
          <ListBox>
            {options.map((option) => (
              <ListBoxItem key={option} id={option} textValue={option}>
                <Option choices={choices} path={path} option={option} />
              </ListBoxItem>
            ))}
          </ListBox>
        </Popover>
      </Select>
      {origin}
      {fault && <p className="fault">{fault}</p>}
    </div>
  );
}

/** What stands below an entry: a hint, and why it was not taken. */
function Notes({ control: { hint }, fault }: Pick<Entry, 'control' | 'fault'>) {
  return (
    <>
      {hint && (
        <Text slot="description" className="note">
          {hint}
        </Text>
      )}
      {fault && <FieldError className="fault">{fault}</FieldError>}
    </>
  );
}

/** Milliseconds after which what was given counts no longer, if the setting has not taken it. */
const takenWithin = 1000;

/** A number as it was given last, until the setting has it: the next step goes on from there. */
function useGiven(value: number | undefined): [number | undefined, (given: number) => void] {
  const [given, setGiven] = useState<number>();
  useEffect(() => setGiven(undefined), [value]);
  useEffect(() => {
    if (given === undefined) return undefined;
    const waiting = setTimeout(() => setGiven(undefined), takenWithin);
    return () => clearTimeout(waiting);
  }, [given]);
  return [given ?? value, setGiven];
}

/** A number, with its steps. */
function NumberEntry({ value: held, ...entry }: Entry & { value: number | undefined }) {
  const { control, description, origin, fault, send } = entry;
  const { words, bounds, example = '' } = control;
  const [value, give] = useGiven(held);
  return (
    <NumberField
      className="field"
      value={value ?? Number.NaN}
      step={stepOf(control)}
      {...(bounds?.least === undefined ? {} : { minValue: bounds.least })}
      {...(bounds?.most === undefined ? {} : { maxValue: bounds.most })}
      formatOptions={{ useGrouping: false, maximumFractionDigits: 6 }}
      isInvalid={fault !== undefined}
      onChange={(next) => {
        if (Number.isNaN(next) || next === value) return;
        give(next);
        void send({ value: next });
      }}
    >
      <Label>{words}</Label>
      <div className="steps">
        <Button slot="decrement">−</Button>
        <Input placeholder={example} title={description} />
        <Button slot="increment">+</Button>
      </div>
      {origin}
      <Notes {...entry} />
    </NumberField>
  );
}

/** A text, which is kept when one leaves it; arrow keys step a length. */
function TextEntry({ text, setText, ...entry }: Entry & { text: string; setText(text: string): void }) {
  const { control, description, origin, fault, send } = entry;
  const { words, kind, example, expects } = control;
  const now = control.text;
  const keep = () => {
    if (text !== now) void send({ text });
  };
  const pressed = (event: React.KeyboardEvent) => {
    if (event.key === 'Enter') keep();
    if (event.key === 'Escape') setText(now);
    const by = kind === 'length' ? ({ ArrowUp: 1, ArrowDown: -1 } as const)[event.key] : undefined;
    const next = by && stepped(text, by);
    if (!next) return;
    event.preventDefault();
    setText(next);
    void send({ text: next });
  };
  return (
    <TextField className="field" value={text} onChange={setText} isInvalid={fault !== undefined}>
      <Label>{words}</Label>
      <Input placeholder={example ?? expects} title={description} onBlur={keep} onKeyDown={pressed} />
      {origin}
      <Notes {...entry} />
    </TextField>
  );
}

/** The colours of the style to choose from, and any other. */
function Swatches({
  control: { words },
  choices,
  color,
  send,
}: Pick<Entry, 'control' | 'choices' | 'send'> & { color: string }) {
  return (
    <div className="swatches">
      {choices.palette.map(({ color: own, contrast }) => (
        <Button
          key={own}
          className="swatch"
          aria-label={speech.field.contrast(words, own, contrast.toFixed(1))}
          style={{ backgroundColor: own }}
          onPress={() => void send({ text: own })}
        >
          <span className="ratio">{contrast.toFixed(1)}</span>
        </Button>
      ))}
      <AnyColor label={speech.field.anyColor(words)} color={color} set={(next) => void send({ text: next })} />
    </div>
  );
}

/** One setting with the control that it is entered with; made anew only where the setting, or what it can be, is another. */
export const Field = memo(FieldAsIs, (a, b) => {
  const isOffered = (a.give === undefined) === (b.give === undefined);
  return isOffered && isSame(a.control, b.control) && a.choices === b.choices;
});

function FieldAsIs({ control, choices, set, give }: Props) {
  const { words, path, kind, options, value } = control;
  const now = control.text;
  const [text, setText] = useState(now);
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    setText(now);
    setFault(undefined);
  }, [now]);
  const entry: Entry = {
    control,
    choices,
    description: `${path}: ${control.description}`,
    origin: <Origin control={control} set={set} give={give} />,
    fault,
    send: async (given) => {
      const found = await set(given);
      setFault(found);
      return found;
    },
  };
  if (kind === 'flag') return <FlagField {...entry} />;
  if (kind === 'choice' && options && !Array.isArray(value)) return <ChoiceField {...entry} />;
  if (kind === 'number' && (value === undefined || typeof value === 'number'))
    return <NumberEntry {...entry} value={value} />;
  const typed = <TextEntry {...entry} text={text} setText={setText} />;
  const colors = kind === 'colors' && Array.isArray(value) ? value.map(String) : [];
  if (kind !== 'color' && colors.length === 0) return typed;
  return (
    <div>
      {typed}
      {kind === 'color' ? (
        <Swatches {...entry} color={text} />
      ) : (
        <Colors words={words} colors={colors} choices={choices} set={(next) => entry.send({ value: next })} />
      )}
    </div>
  );
}
