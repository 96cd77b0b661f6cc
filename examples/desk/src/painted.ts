import type { Shown } from './protocol.js';

const standing = new WeakMap<Element, string>();

/** Puts a drawing into its place in the page, where it does not stand there already. */
export function put(place: Element, svg: string): void {
  if (standing.get(place) === svg) return;
  standing.set(place, svg);
  place.innerHTML = svg;
}

/** Puts a drawing into the page at once, before all that stands around it, and waits until it is painted. */
export function painted({ svg, width, height }: Pick<Shown, 'svg' | 'width' | 'height'>): Promise<void> {
  const sheet = document.getElementById('sheet');
  const place = sheet?.querySelector('.figure');
  if (!sheet || !place) return Promise.resolve();
  const scale = Number(sheet.dataset['scale']);
  sheet.style.width = `${width * scale}px`;
  sheet.style.height = `${height * scale}px`;
  put(place, svg);
  return new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
}
