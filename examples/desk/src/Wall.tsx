import { Button } from 'react-aria-components';
import type { FolderFile } from './files.js';
import { isDrawn, shortName } from './names.js';
import { Picture } from './Picture.js';
import type { Thinker } from './thinker.js';

interface Props {
  thinker: Thinker;
  list: readonly FolderFile[];
  figure: string | undefined;
  turnOf(path: string): number;
  open(path: string): void;
}

/** Shares of their true size at which figures hang. */
const scale = 0.5;

/** All figures of the folder at one scale, to see whether one hand made them. */
export function Wall({ thinker, list, figure, turnOf, open }: Props) {
  return (
    <section className="wall" aria-label="All figures at one scale">
      {list.filter(isDrawn).map(({ path }) => (
        <Button key={path} className={path === figure ? 'card current' : 'card'} onPress={() => open(path)}>
          <Picture thinker={thinker} path={path} turn={turnOf(path)} scale={scale} />
          <span className="name">{shortName(path)}</span>
        </Button>
      ))}
    </section>
  );
}
