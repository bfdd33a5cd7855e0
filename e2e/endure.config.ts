import { defineConfig } from '@playwright/test';
import { shared } from './browser';

export default defineConfig({ ...shared, testMatch: 'endure.ts', reporter: 'line' });
