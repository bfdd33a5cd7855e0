/** Starts listening, and turns what can go wrong into a sentence. */
import type { Server } from 'node:http';
import type { Express } from 'express';

const LOOPBACK = /^(127\.|::1$|localhost$)/;

/** What one should know who opens it to a network; empty on the loopback. */
export function networkWarning(host: string): string {
  return LOOPBACK.test(host)
    ? ''
    : `It is open to everyone on this network. On other machines working offline, installing and measuring need https; everything else works. Projects stay in each browser.\n`;
}

export type Listening = { ok: true; server: Server; url: string } | { ok: false; sentence: string };

/** A port from text: the default for nothing, null for anything that is not a port. 0 lets the system choose. */
export function portOf(text: string | undefined, fallback: number): number | null {
  if (text === undefined || text.trim() === '') return fallback;
  const port = Number(text);
  return Number.isInteger(port) && port >= 0 && port <= 65535 ? port : null;
}

export function listen(app: Express, port: number, host: string): Promise<Listening> {
  return new Promise((resolve) => {
    const server = app.listen(port, host, (error?: Error) => {
      if (error) {
        const code = (error as NodeJS.ErrnoException).code;
        const sentence =
          code === 'EADDRINUSE'
            ? `Port ${port} is taken by another program. Choose another one: PORT=${port + 1} npm run demo`
            : code === 'EACCES'
              ? `Port ${port} needs special rights. Choose one above 1023: PORT=4173 npm run demo`
              : `The server could not start on ${host}:${port}: ${error.message}`;
        resolve({ ok: false, sentence });
        return;
      }
      const address = server.address();
      const actual = typeof address === 'object' && address ? address.port : port;
      resolve({ ok: true, server, url: `http://${host.includes(':') ? `[${host}]` : host}:${actual}` });
    });
  });
}
