import type { ColumnAnswer, ColumnProfile } from 'hexis/desk';
import { useState } from 'react';
import {
  Button,
  Checkbox,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  Popover,
  Select,
  SelectValue,
  TextField,
} from 'react-aria-components';
import { speech } from './speech.js';

/** What a column can be said to be, and what it seems to be. */
const looks = { numeric: 'measured', nominal: 'categories', date: 'dates' } as const;
const seems: Record<ColumnProfile['looks'], string> = {
  numeric: 'measured',
  date: 'dates',
  nominal: 'categories',
  coded: speech.column.codes,
  names: speech.column.singles,
  empty: 'empty',
};
/** Up to so many categories each can be named here. */
const mostNamed = 12;

const valuesOf = ({ looks: what, range, values, different }: ColumnProfile): string => {
  if (what === 'numeric' && range) return speech.column.range(range[0], range[1]);
  const texts = values.slice(0, 4).map(({ text }) => text);
  return different > texts.length ? `${texts.join(', ')}, … (${different})` : texts.join(', ');
};

interface Props {
  column: ColumnProfile;
  answer: ColumnAnswer;
  isChosen: boolean;
  choose(on: boolean): void;
  say(answer: ColumnAnswer): void;
}

type Told = Pick<Props, 'column' | 'answer' | 'say'>;

/** What a column is. */
function LooksSelect({ column, answer, say }: Told) {
  return (
    <Select
      aria-label={speech.column.what(column.name)}
      selectedKey={answer.looks ?? null}
      placeholder={seems[column.looks]}
      onSelectionChange={(key) => say({ ...answer, looks: key as keyof typeof looks })}
    >
      <Button>
        <SelectValue />
      </Button>
      <Popover>
        <ListBox>
          {Object.entries(looks).map(([key, words]) => (
            <ListBoxItem key={key} id={key}>
              {words}
            </ListBoxItem>
          ))}
        </ListBox>
      </Popover>
    </Select>
  );
}

/** A word about a column, which is kept when one leaves it. */
function Word({
  label,
  value,
  placeholder,
  keep,
}: Record<'label' | 'value' | 'placeholder', string> & { keep(value: string | undefined): void }) {
  return (
    <TextField
      defaultValue={value}
      aria-label={label}
      onBlur={(event) => keep((event.target as HTMLInputElement).value.trim() || undefined)}
    >
      <Input placeholder={placeholder} />
    </TextField>
  );
}

/** The codes that stand for no value; those that look like it are asked about. */
function MissingCodes({ column: { name, missing, unsure }, answer, say }: Told) {
  const [codes, setCodes] = useState(missing.join(', '));
  const keep = () => {
    const told = codes.split(',').map((code) => code.trim());
    say({ ...answer, missing: told.filter((code) => code !== '') });
  };
  const isUnsure = unsure.length > 0 && codes === '' && answer.missing === undefined;
  const words = unsure.join(', ');
  return (
    <>
      <TextField value={codes} onChange={setCodes} aria-label={speech.column.codesIn(name)} onBlur={keep}>
        <Input placeholder={speech.column.none} />
      </TextField>
      {isUnsure && (
        <Button
          className="ask"
          aria-label={speech.column.isNone(words, name)}
          onPress={() => {
            setCodes(words);
            say({ ...answer, missing: unsure });
          }}
        >
          {speech.column.isNoneShort(words)}
        </Button>
      )}
    </>
  );
}

/** The names of categories, in place of their codes. */
function Names({ column: { values }, answer, say }: Told) {
  const [names, setNames] = useState<Record<string, string>>({});
  const keep = () => {
    if (Object.values(names).every((words) => words.trim() === '')) return;
    const all = values.map(({ text }) => [text, names[text]?.trim() || text]);
    say({ ...answer, values: Object.fromEntries(all) });
  };
  return values.map(({ text: code }) => (
    <TextField
      key={code}
      className="named"
      value={names[code] ?? ''}
      onChange={(value) => setNames({ ...names, [code]: value })}
      onBlur={keep}
    >
      <Label>{code}</Label>
      <Input placeholder={code} />
    </TextField>
  ));
}

/** One column of the table: what it seems to be, and what its author knows better. */
export function ColumnRow({ column, answer, isChosen, choose, say }: Props) {
  const { name, unit, values } = column;
  const what = answer.looks ?? column.looks;
  const isNamed = (what === 'nominal' || what === 'coded') && values.length <= mostNamed;
  const told = { column, answer, say };
  return (
    <tr>
      <td>
        <Checkbox className="check" isSelected={isChosen} onChange={choose}>
          <span className="box" aria-hidden="true" />
          {name}
        </Checkbox>
      </td>
      <td>
        <LooksSelect {...told} />
      </td>
      <td>
        <Word
          label={speech.column.nameOf(name)}
          value=""
          placeholder={name.replace(/[_.]+/g, ' ')}
          keep={(label) => say({ ...answer, label })}
        />
      </td>
      <td>
        <Word
          label={speech.column.unitOf(name)}
          value={unit ?? ''}
          placeholder={speech.column.none}
          keep={(own) => say({ ...answer, unit: own })}
        />
      </td>
      <td>
        <MissingCodes {...told} />
      </td>
      <td className="values">{isNamed ? <Names {...told} /> : <span>{valuesOf(column)}</span>}</td>
    </tr>
  );
}
