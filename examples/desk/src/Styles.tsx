import { builtInStyles } from 'hexis';
import { Button } from 'react-aria-components';
import { turnOf } from './known.js';
import { Picture } from './Picture.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

/** The same figure in every style, side by side, to choose from. */
export function Styles({ thinker, desk }: { thinker: Thinker; desk: DeskState }) {
  const { figure, list = [], turns } = desk;
  if (!figure) return null;
  const own = list.filter(({ kind }) => kind === 'style').map(({ path }) => path);
  const take = async (style: string) => {
    const value = own.includes(style) ? await thinker.ask('pathFrom', { target: style, from: figure }) : style;
    await desk.acts.act(figure, speech.styles.by(style), [{ path: ['style'], value }]);
  };
  return (
    <section className="wall" aria-label={speech.styles.every}>
      {[...own, ...Object.keys(builtInStyles)].map((style) => (
        <Button key={style} className="card" onPress={() => void take(style)}>
          <Picture
            thinker={thinker}
            path={figure}
            style={style}
            turn={turnOf(turns, figure)}
            scale={0.7}
            expected={desk.shown}
          />
          <span className="name">
            {speech.styles.take}{' '}
            {style
              .split('/')
              .at(-1)
              ?.replace(/\.style\.\w+$/, '')}
          </span>
        </Button>
      ))}
    </section>
  );
}
