/** How the tests start Chromium and the server. */
import type { PlaywrightTestConfig } from '@playwright/test';

export const PORT = Number(process.env.E2E_PORT ?? 4199);
export const BASE = `http://127.0.0.1:${PORT}`;

export const shared: PlaywrightTestConfig = {
  testDir: '.',
  workers: 1,
  timeout: 240_000,
  expect: { timeout: 20_000 },
  outputDir: '../test-results/e2e',
  use: {
    baseURL: BASE,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'UTC',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-background-networking',
        '--use-gl=angle',
        '--use-angle=swiftshader',
        '--enable-unsafe-swiftshader',
        '--disable-gpu-compositing',
      ],
    },
  },
  webServer: {
    command: 'node --import tsx ../server/src/main.ts',
    env: { PORT: String(PORT) },
    url: `${BASE}/api/health`,
    timeout: 60_000,
  },
};
