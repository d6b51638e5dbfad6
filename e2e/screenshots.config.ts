import { defineConfig } from '@playwright/test';
import base from './playwright.config';

/** Takes the pictures of the README: `npm run screenshots`, after `npm run build`. */
export default defineConfig({ ...base, testMatch: 'screenshots.ts' });
