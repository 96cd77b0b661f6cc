import type { Box, Finding } from 'hexis';
import type { Drag } from 'hexis/desk';
import type { Chosen, Reach, Shown } from './protocol.js';

interface Props {
  shown: Shown;
  reach: Reach | undefined;
  /** Whether the reach is only pointed at. */
  isPreview: boolean;
  chosen: Chosen | undefined;
  hovered: Chosen | undefined;
  moving: { drag: Drag; x: number; y: number } | undefined;
  findings: readonly Finding[];
}

const Outline = ({ box, className }: { box: Box; className: string }) => (
  <rect className={className} x={box.x - 1} y={box.y - 1} width={box.width + 2} height={box.height + 2} rx={1} />
);

/** Where a pin stands whose ink begins at the very edge. */
const inside = 8;

function Pins({ findings }: Pick<Props, 'findings'>) {
  return findings.map(({ boxes: [box] = [], severity }, i) => {
    if (!box) return null;
    const [x, y] = [Math.max(inside, box.x), Math.max(inside, box.y)];
    return (
      <g key={i} className={`pin ${severity}`}>
        <circle cx={x} cy={y} r={7} />
        <text x={x} y={y + 3}>
          {i + 1}
        </text>
      </g>
    );
  });
}

/** The place to which something is dragged; of the end of an axis, the line on which it would be. */
function Moving({ shown, moving }: { shown: Shown; moving: NonNullable<Props['moving']> }) {
  const { drag, x, y } = moving;
  const isUpright = drag.is === 'limit' && drag.axis === 'x';
  return (
    <>
      <circle className="moving" cx={x} cy={y} r={5} />
      {drag.is === 'limit' && (
        <line
          className="moving"
          x1={isUpright ? x : 0}
          x2={isUpright ? x : shown.width}
          y1={isUpright ? 0 : y}
          y2={isUpright ? shown.height : y}
        />
      )}
    </>
  );
}

/** What is marked over the figure: the choice and its reach, what is pointed at, what is dragged, the findings. */
export function Marks({ shown, reach, isPreview, chosen, hovered, moving, findings }: Props) {
  return (
    <svg className="over" viewBox={`0 0 ${shown.width} ${shown.height}`} aria-hidden="true">
      {(reach?.boxes ?? []).map((box, i) => (
        <Outline key={i} box={box} className={isPreview ? 'reach preview' : 'reach'} />
      ))}
      {chosen && !isPreview && <Outline box={chosen.box} className="chosen" />}
      {hovered && !moving && <Outline box={hovered.box} className="hovered" />}
      {moving && <Moving shown={shown} moving={moving} />}
      <Pins findings={findings} />
    </svg>
  );
}
