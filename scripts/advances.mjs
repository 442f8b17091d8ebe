import { readFileSync, writeFileSync } from 'node:fs'
import { create } from 'fontkit'

/**
 * Writes down how wide the characters of the card's fonts are (`npm run advances`), so that the browser breaks the lines of
 * a remark exactly where the page does. Each line is a run of neighbours: the first one's number, then their widths.
 */
const open = (path) => create(readFileSync(`node_modules/${path}`))
const latin = open('@expo-google-fonts/commissioner/400Regular/Commissioner_400Regular.ttf')
const arabic = open('@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-400-normal.woff')
const EM = 2000
const JOINER = '\u200d'
/** Where marks sit changes no width, and the library cannot place all of them. */
const plain = { mark: false, mkmk: false, kern: false }

/** An Arabic letter is as wide as the widest of the forms that its neighbours give it. */
function widestForm(code) {
  const letter = String.fromCodePoint(code)
  const forms = [letter, letter + JOINER, JOINER + letter, JOINER + letter + JOINER]
  return Math.max(...forms.map((each) => arabic.layout(each, plain).advanceWidth)) * (EM / arabic.unitsPerEm)
}
const isArabic = (code) => (code >= 0x600 && code <= 0x6ff) || (code >= 0x750 && code <= 0x77f)
const widths = new Map([
  ...arabic.characterSet.filter(isArabic).map((code) => [code, widestForm(code)]),
  ...latin.characterSet
    .filter((code) => code >= 0x20)
    .map((code) => [code, latin.glyphForCodePoint(code).advanceWidth * (EM / latin.unitsPerEm)]),
])
const runs = []
for (const code of [...widths.keys()].sort((a, b) => a - b)) {
  const run = runs.at(-1)
  if (run && run.from + run.widths.length === code) run.widths.push(Math.round(widths.get(code)))
  else runs.push({ from: code, widths: [Math.round(widths.get(code))] })
}
const lines = runs.map(({ from, widths }) => `${from.toString(16)}:${widths.join(' ')}`)
writeFileSync(
  'core/remarks/advances.ts',
  `/** How wide characters of the card's fonts are, in 2000ths of its size. Written by \`npm run advances\`. */\nexport const advances = \`\n${lines.join('\n')}\n\`\n`,
)
