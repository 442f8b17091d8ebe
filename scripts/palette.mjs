// Writes what the style sheets take from the palette: its custom properties, and the rules of the library's components.
import { writeFileSync } from 'node:fs'
import { build } from 'esbuild'

async function load(entry) {
  const { outputFiles } = await build({
    entryPoints: [entry],
    alias: { '#shared': './shared' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    write: false,
  })
  return import(`data:text/javascript,${encodeURIComponent(outputFiles[0].text)}`)
}
const { paletteCss } = await load('shared/palette.ts')
writeFileSync('app/assets/palette.css', paletteCss())
const { componentCss } = await load('app/theme/component-css.ts')
writeFileSync('app/assets/library.css', componentCss())
