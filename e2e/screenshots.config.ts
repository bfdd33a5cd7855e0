import { defineConfig } from '@playwright/test';
import { shared } from './browser';

export default defineConfig({ ...shared, testMatch: 'screenshots.ts', reporter: 'line' });
