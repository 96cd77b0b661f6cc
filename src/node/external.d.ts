/** Libraries without types of their own. */

declare module 'subset-font' {
  export default function subsetFont(
    font: never,
    text: string,
    options: { targetFormat: 'woff2' | 'woff' | 'sfnt' },
  ): Promise<Uint8Array>;
}
