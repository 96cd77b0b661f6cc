import { Checkbox, CheckboxGroup, Label } from 'react-aria-components';

interface Props {
  label: string;
  /** The words of each choice. */
  words: Readonly<Record<string, string>>;
  chosen: string[];
  choose(keys: string[]): void;
}

/** Some of several choices. */
export function Choices({ label, words, chosen, choose }: Props) {
  return (
    <CheckboxGroup value={chosen} onChange={choose}>
      <Label>{label}</Label>
      {Object.entries(words).map(([key, own]) => (
        <Checkbox key={key} value={key} className="check">
          <span className="box" aria-hidden="true" />
          {own}
        </Checkbox>
      ))}
    </CheckboxGroup>
  );
}
