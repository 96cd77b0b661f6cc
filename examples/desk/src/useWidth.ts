import { useEffect, useState } from 'react';

/** The width of an element in pixels, as it is now. */
export function useWidth(): { width: number; ref(element: HTMLElement | null): void } {
  const [width, setWidth] = useState(0);
  const [element, ref] = useState<HTMLElement | null>(null);
  useEffect(() => {
    if (!element) return undefined;
    const watcher = new ResizeObserver(() => setWidth(element.clientWidth));
    watcher.observe(element);
    return () => watcher.disconnect();
  }, [element]);
  return { width, ref };
}
