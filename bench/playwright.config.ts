import { defineConfig } from '@playwright/test'
import base from '../playwright.config'

/** Measurements, run by hand: never part of the tests, because a busy machine would make them flake. */
export default defineConfig({ ...base, testDir: '.', testMatch: '*.bench.ts', reporter: [['list']] })
