import { pageMargin, pageWidth } from './screen.js';
import { speech } from './speech.js';

/** Lines of text before and after the figure. */
const around = { before: 7, after: 9 } as const;

function Lines({ count }: { count: number }) {
  return (
    <div className="lines" aria-hidden="true">
      {Array.from({ length: count }, (_, i) => (
        <span key={i} className="line" style={{ width: i === count - 1 ? '62%' : '100%' }} />
      ))}
    </div>
  );
}

interface Props {
  zoom: number;
  /** Width of its lines, in points. */
  textWidth: number;
  children: React.ReactNode;
}

/** A page of text on which the figure stands as it will in its document. */
export function Page({ zoom, textWidth, children }: Props) {
  const lengths = { '--zoom': zoom, '--page': `${pageWidth(textWidth)}pt`, '--margin': `${pageMargin}pt` };
  return (
    <>
      <p className="note">{speech.page.scale(Math.round(zoom * 100))}</p>
      <div className="page" style={{ fontSize: `${12 * zoom}pt`, ...lengths } as React.CSSProperties}>
        <Lines count={around.before} />
        {children}
        <Lines count={around.after} />
      </div>
    </>
  );
}
