import { timingSafeEqual } from 'node:crypto';
import type { Context, Next } from 'hono';

/** The page's content security policy: it may load from this server and contact nobody else. */
export const contentPolicy = (nonce: string): string =>
  [
    "default-src 'none'",
    // What shapes text is WebAssembly; nothing is made of text.
    "script-src 'self' 'wasm-unsafe-eval'",
    "worker-src 'self'",
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "base-uri 'none'",
    "form-action 'none'",
    "frame-ancestors 'none'",
  ].join('; ');

/** Headers of every answer. */
export const headersFor = (nonce: string): Record<string, string> => ({
  'Content-Security-Policy': contentPolicy(nonce),
  'X-Content-Type-Options': 'nosniff',
  'X-Frame-Options': 'DENY',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cache-Control': 'no-store',
});

const isSame = (a: string, b: string): boolean => {
  const [first, second] = [Buffer.from(a), Buffer.from(b)];
  return first.length === second.length && timingSafeEqual(first, second);
};

/** Whether a call addresses this server by its own name. A foreign name that merely resolves to this machine is refused. */
export function isOwnCall(context: Context, port: number): boolean {
  const hosts = [`127.0.0.1:${port}`, `localhost:${port}`];
  const [host, origin, site] = ['host', 'origin', 'sec-fetch-site'].map((name) => context.req.header(name));
  if (!host || !hosts.includes(host.toLowerCase())) return false;
  if (origin !== undefined && !hosts.some((own) => origin.toLowerCase() === `http://${own}`)) return false;
  return site === undefined || site === 'same-origin' || site === 'none';
}

/** Lets only those calls through that carry the token of the session. */
export const withToken = (token: string) => async (context: Context, next: Next) => {
  const given = context.req.header('authorization') ?? '';
  if (!isSame(given, `Bearer ${token}`)) return context.json({ fault: 'the token of this session is missing' }, 401);
  await next();
  return undefined;
};
