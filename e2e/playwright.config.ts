import { defineConfig } from '@playwright/test';
import { shared } from './browser';

// Every test has its own page and its own data: two at a time keep two cores busy.
export default defineConfig({
  ...shared,
  workers: 2,
  fullyParallel: true,
  testMatch: '*.spec.ts',
  reporter: [['list'], ['json']],
});
