/** Entry: serves web/dist on the loopback, or on HOST when that is set. */
import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createApp } from './app';
import { listen, networkWarning, portOf } from './listen';

const DEFAULT_PORT = 4173;
const dist = resolve(fileURLToPath(new URL('../../web/dist', import.meta.url)));
const port = portOf(process.env.PORT, DEFAULT_PORT);

if (port === null) {
  process.stderr.write(`PORT must be a whole number from 0 to 65535, got "${process.env.PORT}".\n`);
  process.exit(1);
}
const host = process.env.HOST ?? '127.0.0.1';
const started = await listen(createApp(dist), port, host);
if (!started.ok) {
  process.stderr.write(`${started.sentence}\n`);
  process.exit(1);
}
process.stdout.write(`Tawny Hall is open at ${started.url}/demo/bakehouse (stop with Ctrl C)\n${networkWarning(host)}`);
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    started.server.close();
    process.exit(0);
  });
}
