// Writes the palette's custom properties for the style sheets.
import { writeFileSync } from 'node:fs'
import { build } from 'esbuild'

const { outputFiles } = await build({
  entryPoints: ['shared/palette.ts'],
  bundle: true,
  format: 'esm',
  write: false,
})
const { paletteCss } = await import(`data:text/javascript,${encodeURIComponent(outputFiles[0].text)}`)
writeFileSync('app/assets/palette.css', paletteCss())
