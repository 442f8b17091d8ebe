// Bundles what runs beside the product into .output/tools: the stand-ins, the demo's data, and the account tool.
import { cpSync } from 'node:fs'
import { build } from 'esbuild'

await build({
  entryPoints: { standins: 'standins/server.ts', seed: 'demo/seed.ts', user: 'scripts/user.ts' },
  outdir: '.output/tools',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  // These find files beside their own code.
  external: ['@electric-sql/pglite', 'pg', 'fs-native-extensions'],
  banner: { js: `import { createRequire as __cr } from 'node:module';const require=__cr(import.meta.url);` },
  logLevel: 'warning',
})
cpSync('server/database/migrations', '.output/tools/migrations', { recursive: true })
