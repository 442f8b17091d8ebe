import { defineConfig } from '@playwright/test'
import base from '../playwright.config'

/** Takes the pictures of the README from the demo's data: npm run build && npm run screenshots */
export default defineConfig({ ...base, testDir: '.', testMatch: '*.pictures.ts', reporter: [['list']] })
