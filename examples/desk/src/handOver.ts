import type { Handed } from './files.js';

const types: Record<string, string> = {
  svg: 'image/svg+xml',
  png: 'image/png',
  pdf: 'application/pdf',
  html: 'text/html',
  zip: 'application/zip',
};

/** Gives a file to the person, by the downloads of the browser. */
export function give({ name, bytes }: Handed): void {
  const link = document.createElement('a');
  const type = types[name.slice(name.lastIndexOf('.') + 1)] ?? 'application/octet-stream';
  const content = typeof bytes === 'string' ? bytes : Uint8Array.from(bytes);
  link.href = URL.createObjectURL(new Blob([content], { type }));
  link.download = name;
  link.click();
  // The download reads it after the click.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}

/** Gives files to the person: one as it is, several in a ZIP file. */
export async function handOver(files: readonly Handed[], together: string): Promise<void> {
  const [first] = files;
  if (first && files.length === 1) give(first);
  else if (first) give({ name: `${together}.zip`, bytes: (await import('./zipped.js')).zipOf(files) });
}
