import { useEffect, useRef, useState } from 'react';
import { pixels } from './names.js';
import type { Small } from './protocol.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';

interface Props {
  thinker: Thinker;
  path: string;
  style?: string;
  /** A report in which it stands. */
  report?: string;
  /** Changes whenever the files have. */
  turn: number;
  /** Times its true size; left out: as wide as its place. */
  scale?: number;
  /** Its size in points as far as it is known before it is drawn, so that nothing moves when it comes. */
  expected?: { width: number; height: number } | undefined;
}

/** A figure in small, drawn when it comes into view, and let go when it has left it. */
export function Picture({ thinker, path, style, report, turn, scale, expected }: Props) {
  const place = useRef<HTMLSpanElement>(null);
  const [isSeen, setSeen] = useState(false);
  const [small, setSmall] = useState<Small>();
  const [fault, setFault] = useState<string>();
  const [address, setAddress] = useState<string>();
  useEffect(() => {
    const watcher = new IntersectionObserver(([entry]) => setSeen(entry?.isIntersecting ?? false), {
      rootMargin: '120px',
    });
    if (place.current) watcher.observe(place.current);
    return () => watcher.disconnect();
  }, []);
  useEffect(() => {
    if (!isSeen) return undefined;
    let isOld = false;
    const ask = { path, ...(style === undefined ? {} : { style }), ...(report === undefined ? {} : { report }) };
    void thinker.aside('small', ask).then((found) => {
      if (isOld) return;
      if ('fault' in found) setFault(found.fault);
      else {
        setFault(undefined);
        setSmall(found);
        setAddress(`data:image/svg+xml;charset=utf-8,${encodeURIComponent(found.svg)}`);
      }
    });
    return () => {
      isOld = true;
    };
  }, [thinker, path, style, report, turn, isSeen]);
  // A picture that is out of view keeps no memory.
  useEffect(() => {
    if (!isSeen) setAddress(undefined);
  }, [isSeen]);
  const known = small ?? expected;
  const size =
    known && scale
      ? { width: known.width * pixels * scale, height: known.height * pixels * scale }
      : { aspectRatio: known ? `${known.width} / ${known.height}` : '4 / 3' };
  return (
    <span ref={place} className={scale ? 'small true' : 'small'} style={size}>
      {address && <img src={address} alt="" />}
      {fault !== undefined && !address && (
        <span className="not">
          {speech.picture.fault} {fault.split('\n')[0]}
        </span>
      )}
    </span>
  );
}
