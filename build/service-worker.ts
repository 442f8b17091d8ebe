import { createHash } from 'node:crypto'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { generateSW } from 'workbox-build'

/** What a reader of the app needs without the network: its code, its styles, its fonts and its mark. */
const PARTS = ['_nuxt/**/*.{js,css,woff2}', '*.svg']
const MOST_BYTES = 4_000_000

/**
 * Makes the service worker that serves the app itself where there is no network: the files of the build, and for any page
 * the one shell that all of them are. Nothing of the API is kept by it; what was read of classes is kept by the app.
 *
 * @param folder the public files of the build
 */
export async function makeServiceWorker(folder: string): Promise<void> {
  const revision = createHash('sha256')
    .update(readdirSync(join(folder, '_nuxt')).join())
    .digest('hex')
    .slice(0, 16)
  await generateSW({
    globDirectory: folder,
    globPatterns: PARTS,
    swDest: join(folder, 'sw.js'),
    maximumFileSizeToCacheInBytes: MOST_BYTES,
    dontCacheBustURLsMatching: /^_nuxt\//,
    additionalManifestEntries: [{ url: '/', revision }],
    inlineWorkboxRuntime: true,
    sourcemap: false,
    mode: 'production',
    cleanupOutdatedCaches: true,
    clientsClaim: true,
    skipWaiting: false,
    // A page comes from the server where it answers, else from here. No page is kept by its address, which holds ids.
    runtimeCaching: [
      {
        urlPattern: ({ request, url, sameOrigin }) =>
          sameOrigin && request.mode === 'navigate' && !url.pathname.startsWith('/api/'),
        handler: 'NetworkOnly',
        options: { precacheFallback: { fallbackURL: '/' } },
      },
    ],
  })
}
