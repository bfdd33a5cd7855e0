/** Serves the built program with the headers that keep it to its own origin. No API until a job needs one. */
import { existsSync, realpathSync } from 'node:fs';
import { realpath } from 'node:fs/promises';
import { STATUS_CODES } from 'node:http';
import { join } from 'node:path';
import expressStaticGzip from 'express-static-gzip';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';

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

/** Lets through what is a file of the build itself: a link in it may lead anywhere, and is as nothing. */
function onlyOwnFiles(dist: string): RequestHandler {
  const root = realpathSync(dist);
  return async (request, response, next) => {
    let path: string;
    try {
      path = join(root, decodeURIComponent(request.path));
    } catch {
      return next(Object.assign(new Error('bad address'), { status: 400 }));
    }
    const real = await realpath(path).catch(() => null);
    if (real === null || real === path.replace(/\/$/, '')) return next();
    response.status(404).type('text/plain').send('404 Not Found');
  };
}

/** Files of a folder; of those that lie there packed too, what the browser can unpack. */
const packed = (folder: string, serveStatic: expressStaticGzip.ExpressStaticGzipOptions['serveStatic']) =>
  expressStaticGzip(folder, { enableBrotli: true, orderPreference: ['br', 'gz'], index: false, serveStatic });

/** A status and its word. What went wrong inside stays inside. */
const told: ErrorRequestHandler = (error: unknown, _request, response, next) => {
  if (response.headersSent) return next(error);
  const { status } = error as { status?: unknown };
  const code = typeof status === 'number' && status >= 400 && status < 600 ? status : 500;
  response
    .status(code)
    .type('text/plain')
    .send(`${code} ${STATUS_CODES[code] ?? 'Error'}`);
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
  app.use(onlyOwnFiles(dist));
  // Names of assets carry their hash: kept for good. What the browser can unpack is sent packed, as the build left it.
  app.use('/assets', packed(join(dist, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  app.use(packed(dist, { setHeaders: (response) => response.setHeader('Cache-Control', 'no-cache') }));
  // Every other address is a page of the application. Express 5 wants the wildcard named.
  app.get('/{*path}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: dist });
  });
  app.use(told);
  return app;
}
