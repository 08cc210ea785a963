import { defineConfig } from '@playwright/test';
import base from './playwright.config';

/** Makes the pictures in docs/screenshots from demo data: start the application on a fresh data folder, then BASE_URL=… npm run screenshots. */
export default defineConfig({ ...base, testIgnore: [], testMatch: 'screenshots.ts', reporter: 'list' });
