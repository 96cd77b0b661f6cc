import { useEffect, useState } from 'react';
import { Button, Checkbox } from 'react-aria-components';
import { freeName, isDrawn, shortName } from './names.js';
import type { Calls } from './protocol.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

interface Props {
  thinker: Thinker;
  desk: DeskState;
}

/** The same figure for something else, or in the formatting of another one. */
export function AgainPanel({ thinker, desk }: Props) {
  const { figure, shown, list = [] } = desk;
  const [known, setKnown] = useState<{ of: string; others: Calls['others']['get'] }>();
  const [scales, setScales] = useState(false);
  useEffect(() => {
    let isOld = false;
    if (figure && shown?.isFigure)
      void thinker.ask('others', { path: figure }).then((others) => !isOld && setKnown({ of: figure, others }));
    return () => {
      isOld = true;
    };
  }, [thinker, figure, shown]);
  if (!figure || !shown) return null;
  if (!shown.isFigure) return <p className="hint">{speech.again.board}</p>;
  // All at once, so that nothing moves away under a pointer; after a change what was there stays until the new is known.
  if (known?.of !== figure) return <p className="hint">{speech.again.looking}</p>;
  const { others } = known;
  const again = async (words: string, ask: Omit<Calls['variant']['ask'], 'path'>) => {
    const { text, left } = await thinker.ask('variant', { path: figure, ...ask });
    const path = freeName(list, figure, `${shortName(figure)} ${words}`, 'figure.yaml');
    if (!(await desk.acts.make([{ path, text }], true))) return;
    const more = left.length === 0 ? '' : speech.again.leftOut(left.join(', '));
    desk.acts.say(speech.again.made(path, more));
  };
  const match = async (model: string) => {
    const found = await thinker.ask('match', { path: figure, model, scales });
    if ('fault' in found) desk.acts.say(found.fault);
    else {
      await desk.acts.type(figure, found.text, speech.again.by(shortName(model)));
      if (found.left.length > 0) desk.acts.say(speech.again.leftIn(shortName(model), found.left.join(', ')));
    }
  };
  return (
    <>
      {others.exchanges.map(({ setting, label, others: columns }) => (
        <section key={setting}>
          <h2>{speech.again.another(label)}</h2>
          <div className="choices">
            {columns.map(({ column, label: own }) => (
              <Button key={column} onPress={() => void again(column, { setting, label, column })}>
                {own}
              </Button>
            ))}
          </div>
        </section>
      ))}
      {others.subsets.map(({ column, label, values }) => (
        <section key={column}>
          <h2>{speech.again.oneValue(label)}</h2>
          <div className="choices">
            {values.map(({ code, name }) => (
              <Button key={code} onPress={() => void again(name, { column, code })}>
                {name}
              </Button>
            ))}
          </div>
        </section>
      ))}
      <h2>{speech.again.takeOver}</h2>
      <div className="choices">
        {list
          .filter((own) => isDrawn(own) && own.kind === 'figure' && own.path !== figure)
          .map(({ path }) => (
            <Button key={path} onPress={() => void match(path)}>
              {shortName(path)}
            </Button>
          ))}
      </div>
      <Checkbox className="check" isSelected={scales} onChange={setScales}>
        <span className="box" aria-hidden="true" />
        {speech.again.withScales}
      </Checkbox>
    </>
  );
}
