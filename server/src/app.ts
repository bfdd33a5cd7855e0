/** Serves the built program with the headers that keep it to its own origin. No API until a job needs one. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express } from 'express';

/** Everything from here, nothing from elsewhere; WebAssembly may compile, text may not be evaluated. */
const POLICY = [
  "default-src 'self'",
  "script-src 'self' 'wasm-unsafe-eval'",
  "worker-src 'self'",
  "style-src 'self' 'unsafe-inline'", // Vuetify writes its theme into a style element
  "img-src 'self' data: blob:",
  "font-src 'self' data:",
  "connect-src 'self' data:",
  "object-src 'none'",
  "base-uri 'self'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join('; ');

const HEADERS = {
  'Content-Security-Policy': POLICY,
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'no-referrer',
  'Permissions-Policy': 'camera=(), geolocation=(), microphone=(self)',
};

/** The application over a folder of built files. Throws RangeError when the folder holds no build. */
export function createApp(dist: string): Express {
  if (!existsSync(join(dist, 'index.html'))) {
    throw new RangeError(`createApp: dist must hold a built index.html, got ${dist}`);
  }
  const app = express();
  app.disable('x-powered-by');
  app.use((_request, response, next) => {
    response.set(HEADERS);
    next();
  });
  app.get('/api/health', (_request, response) => {
    response.json({ ok: true });
  });
  app.use('/api', (_request, response) => {
    response.status(404).json({ error: 'not found' });
  });
  app.use('/assets', express.static(join(dist, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  app.use(
    express.static(dist, { index: false, setHeaders: (response) => response.setHeader('Cache-Control', 'no-cache') }),
  );
  // Every other address is a page of the application. Express 5 wants the wildcard named.
  app.get('/{*path}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: dist });
  });
  return app;
}
