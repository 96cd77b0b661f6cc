import { type Control, valueText } from 'hexis/desk';
import { useEffect, useState } from 'react';
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
import type { Changeable } from './protocol.js';

interface Props {
  control: Control;
  choices: Pick<Changeable, 'palette' | 'samples'>;
  /** Gives the setting what was typed or chosen; says why where it cannot have it. */
  set(given: { text: string } | { value: unknown }): Promise<string | undefined>;
  /** Gives the value over to the style; none where a style has no such setting. */
  give?: (() => void) | undefined;
}

const origins = { figure: 'this figure', style: 'the style', drawn: 'as drawn' } as const;

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
        aria-label={`Take back ${words}: as the style has it`}
        onPress={() => void set({ value: undefined })}
      >
        take back
      </Button>
      {give && (
        <Button className="back" slot={null} aria-label={`Give ${words} to the style of all figures`} onPress={give}>
          to the style
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
const stepOf = ({ bounds, value, example = '' }: Control): number => {
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

/** Any colour, as the browser lets it be chosen. */
function AnyColor({ label, color, set }: { label: string; color: string; set(color: string): void }) {
  const shown = /^#[0-9a-f]{6}$/i.test(color) ? color : '#808080';
  return (
    <input
      key={shown}
      type="color"
      className="any"
      aria-label={label}
      title={label}
      defaultValue={shown}
      onBlur={(event) => {
        if (event.target.value !== color && event.target.dataset['touched']) set(event.target.value);
      }}
      onInput={(event) => {
        (event.target as HTMLInputElement).dataset['touched'] = 'yes';
      }}
    />
  );
}

/** The colours of a list, each to be changed by itself, with one more or one fewer. */
function Colors({
  words,
  colors,
  choices,
  set,
}: {
  words: string;
  colors: string[];
  choices: Props['choices'];
  set(colors: string[]): void;
}) {
  // What is chosen now stands at once: the next choice builds on it, before the figure is drawn.
  const [now, setNow] = useState(colors);
  const given = colors.join();
  useEffect(() => setNow(given.split(',')), [given]);
  const change = (next: string[]) => {
    setNow(next);
    set(next);
  };
  const more = choices.palette.find(({ color }) => !now.includes(color))?.color ?? (now.at(-1) as string);
  return (
    <div className="swatches">
      {now.map((color, i) =>
        color.startsWith('#') ? (
          <AnyColor
            key={i}
            label={`${words}, ${i + 1} of ${now.length}: ${color}`}
            color={color}
            set={(next) => change(now.map((own, k) => (k === i ? next : own)))}
          />
        ) : (
          <span key={i} className="named">
            {color}
          </span>
        ),
      )}
      <Button className="more" aria-label={`${words}: one more`} onPress={() => change([...now, more])}>
        +
      </Button>
      {now.length > 1 && (
        <Button className="more" aria-label={`${words}: one fewer`} onPress={() => change(now.slice(0, -1))}>
          −
        </Button>
      )}
    </div>
  );
}

/** One setting with the control that it is entered with. */
export function Field({ control, choices, set, give }: Props) {
  const { words, path, kind, options, value, example, hint, bounds } = control;
  const description = `${path}: ${control.description}`;
  const [text, setText] = useState(valueText(value));
  const [fault, setFault] = useState<string>();
  const now = valueText(value);
  useEffect(() => {
    setText(now);
    setFault(undefined);
  }, [now]);
  const origin = <Origin control={control} set={set} give={give} />;
  const send = async (given: { text: string } | { value: unknown }) => setFault(await set(given));
  const keep = () => {
    if (text !== now) void send({ text });
  };
  const notes = (
    <>
      {hint && (
        <Text slot="description" className="note">
          {hint}
        </Text>
      )}
      {fault && <FieldError className="fault">{fault}</FieldError>}
    </>
  );
  if (kind === 'flag') {
    return (
      <div className="field">
        <Switch isSelected={value === true} onChange={(on) => void send({ value: on })} aria-description={description}>
          <span className="track" aria-hidden="true" />
          {words}
        </Switch>
        {origin}
        {fault && <p className="fault">{fault}</p>}
      </div>
    );
  }
  if (kind === 'choice' && options && !Array.isArray(value)) {
    const current = value === undefined ? null : String(value);
    return (
      <div className="field" title={description}>
        <Select
          selectedKey={current}
          placeholder="as drawn"
          onSelectionChange={(key) => {
            if (key !== null && key !== current) void send({ text: String(key) });
          }}
        >
          <Label>{words}</Label>
          <Button>
            <SelectValue>
              {current === null ? undefined : () => <Option choices={choices} path={control.path} option={current} />}
            </SelectValue>
          </Button>
          <Popover>
            <ListBox>
              {options.map((option) => (
                <ListBoxItem key={option} id={option} textValue={option}>
                  <Option choices={choices} path={control.path} option={option} />
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
  if (kind === 'number' && (value === undefined || typeof value === 'number')) {
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
          if (!Number.isNaN(next) && next !== value) void send({ value: next });
        }}
      >
        <Label>{words}</Label>
        <div className="steps">
          <Button slot="decrement">−</Button>
          <Input placeholder={example ?? ''} title={description} />
          <Button slot="increment">+</Button>
        </div>
        {origin}
        {notes}
      </NumberField>
    );
  }
  const typed = (
    <TextField className="field" value={text} onChange={setText} isInvalid={fault !== undefined}>
      <Label>{words}</Label>
      <Input
        placeholder={example ?? control.expects}
        title={description}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key === 'Enter') keep();
          if (event.key === 'Escape') setText(now);
          const by = kind === 'length' ? ({ ArrowUp: 1, ArrowDown: -1 } as const)[event.key] : undefined;
          const next = by && stepped(text, by);
          if (next) {
            event.preventDefault();
            setText(next);
            void send({ text: next });
          }
        }}
      />
      {origin}
      {notes}
    </TextField>
  );
  if (kind === 'colors' && Array.isArray(value) && value.length > 0)
    return (
      <div>
        {typed}
        <Colors words={words} colors={value.map(String)} choices={choices} set={(next) => void send({ value: next })} />
      </div>
    );
  if (kind !== 'color') return typed;
  return (
    <div>
      {typed}
      <div className="swatches">
        {choices.palette.map(({ color, contrast }) => (
          <Button
            key={color}
            className="swatch"
            aria-label={`${words}: ${color}, contrast with the paper ${contrast.toFixed(1)}`}
            style={{ backgroundColor: color }}
            onPress={() => void send({ text: color })}
          >
            <span className="ratio">{contrast.toFixed(1)}</span>
          </Button>
        ))}
        <AnyColor label={`${words}: any colour`} color={text} set={(color) => void send({ text: color })} />
      </div>
    </div>
  );
}
