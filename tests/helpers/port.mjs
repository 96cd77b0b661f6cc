import { once } from 'node:events';
import { createServer } from 'node:net';

/** Ports that systems do not hand out on their own: nobody takes one between two servers by merely calling somewhere. */
const [first, count] = [20_000, 12_000];

/** A port of this machine where nobody listens, and which a later server finds free too. */
export async function ownPort() {
  for (;;) {
    const port = first + Math.floor(Math.random() * count);
    const server = createServer().listen(port, '127.0.0.1');
    try {
      await once(server, 'listening');
    } catch {
      continue;
    }
    server.close();
    await once(server, 'close');
    return port;
  }
}
