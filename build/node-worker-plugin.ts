import { build } from 'esbuild'
import type { Plugin } from 'rollup'

const SUFFIX = '?nodeworker'

/**
 * Lets server code start a worker thread from a TypeScript file.
 *
 * `import url from './x.worker?nodeworker'` bundles the file into one module of its own and yields a
 * function that gives the file URL to hand to the thread pool.
 *
 * @param alias import prefixes and the folders that they stand for, absolute
 * @example nodeWorker({ '#core': '/srv/app/core' })
 */
export function nodeWorker(alias: Record<string, string>): Plugin {
  return {
    name: 'node-worker',
    resolveId: {
      order: 'pre',
      async handler(id, importer) {
        if (!id.endsWith(SUFFIX)) return null
        const found = await this.resolve(id.slice(0, -SUFFIX.length), importer)
        return found ? { id: found.id + SUFFIX, moduleSideEffects: false } : null
      },
    },
    load: {
      order: 'pre',
      async handler(id) {
        if (!id.endsWith(SUFFIX)) return null
        const file = id.slice(0, -SUFFIX.length)
        const bundle = await build({
          entryPoints: [file],
          bundle: true,
          write: false,
          metafile: true,
          platform: 'node',
          format: 'esm',
          target: 'node20',
          alias,
          banner: {
            js: `import { createRequire as __cr } from 'node:module';const require=__cr(import.meta.url);`,
          },
        })
        for (const input of Object.keys(bundle.metafile.inputs)) this.addWatchFile(input)
        const name = file.split('/').pop()!.replace(/\.ts$/, '.mjs')
        const ref = this.emitFile({ type: 'asset', name, source: bundle.outputFiles[0]!.text })
        // A function, and not ROLLUP_FILE_URL: Nitro rewrites import.meta before Rollup can resolve it.
        return `export default () => "__NODE_WORKER_${ref}__"`
      },
    },
    renderChunk(code) {
      if (!code.includes('__NODE_WORKER_')) return null
      const resolved = code.replace(/["']__NODE_WORKER_(.+?)__["']/g, (_, ref: string) => {
        // Nitro turns import.meta.url into the URL of the entry, so the path is relative to that.
        return `new URL(${JSON.stringify('./' + this.getFileName(ref))}, import.meta.url).href`
      })
      return { code: resolved, map: null }
    },
  }
}
