import { createReadStream, existsSync, statSync } from 'node:fs';
import { createServer } from 'node:http';
import { extname, join } from 'node:path';
import { root } from './hexis.js';

const types: Record<string, string> = {
  '.html': 'text/html; charset=utf-8',
  '.js': 'text/javascript; charset=utf-8',
  '.css': 'text/css; charset=utf-8',
  '.svg': 'image/svg+xml',
  '.json': 'application/json',
  '.webmanifest': 'application/manifest+json',
  '.wasm': 'application/wasm',
};

/** A web server that knows nothing of what it serves. */
export interface Site {
  /** Where the site is: under a path of its own. */
  address: string;
  /** Paths that were asked for and are not there. */
  missing: string[];
  close(): Promise<void>;
}

/** Serves the built site under a path, as any web server would. */
export async function serveSite(folder = join(root, 'dist', 'site')): Promise<Site> {
  const missing: string[] = [];
  const path = '/papers/2026/';
  const server = createServer((request, response) => {
    const asked = decodeURIComponent((request.url ?? '').split('?')[0] as string);
    const own = asked.endsWith('/') ? `${asked}index.html` : asked;
    const file = join(folder, own.slice(path.length));
    const isThere = own.startsWith(path) && file.startsWith(folder) && existsSync(file) && statSync(file).isFile();
    if (!isThere) {
      if (!asked.endsWith('favicon.ico')) missing.push(asked);
      response.writeHead(404).end();
      return;
    }
    response.writeHead(200, { 'content-type': types[extname(file)] ?? 'application/octet-stream' });
    createReadStream(file).pipe(response);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as { port: number };
  return {
    address: `http://127.0.0.1:${port}${path}`,
    missing,
    close: () =>
      new Promise((resolve) => {
        server.closeAllConnections();
        server.close(() => resolve());
      }),
  };
}
