import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const folder = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const resolve = { alias: { '#core': folder('./core'), '#shared': folder('./shared'), '~': folder('./app') } }

/** Files of a worker share what they import: loading the product anew for each takes longer than its tests. */
const shared = { isolate: false }

export default defineConfig({
  test: {
    tags: [
      {
        name: 'engine',
        description:
          'Depends on the database: locks, queue, notices, transactions, migrations, durability, collation. CI runs these on the built-in one too.',
      },
    ],
    projects: [
      {
        resolve, // Properties draw many cases, and a machine has slow phases.
        test: {
          ...shared,
          name: 'core',
          include: ['tests/core/**/*.test.ts', 'tests/app/**/*.test.ts'],
          testTimeout: 60_000,
        },
      },
      // On the built-in database, or on the PostgreSQL server of TEST_DATABASE_URL.
      {
        resolve,
        test: {
          ...shared,
          name: 'services',
          include: ['tests/services/**/*.test.ts', 'tests/reference/**/*.test.ts'],
          testTimeout: 180_000,
          hookTimeout: 300_000,
        },
      },
      // Against the built product over HTTP.
      {
        resolve,
        test: {
          ...shared,
          name: 'api',
          include: ['tests/api/**/*.test.ts'],
          testTimeout: 360_000,
          // A product with its world is started in it, on a machine with slow phases.
          hookTimeout: 600_000,
          fileParallelism: false,
        },
      },
      // The product under kills, full disks and power cuts: small in CI, large by `npm run storm`.
      {
        resolve,
        test: { name: 'storm', include: ['tests/storm/**/*.test.ts'], testTimeout: 900_000, fileParallelism: false },
      },
    ],
  },
})
