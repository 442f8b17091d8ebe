import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Drawing } from '../../server/workers/report-cards.worker'

const read = (path: string) => new Uint8Array(readFileSync(`node_modules/${path}`))
/** The faces of what the server draws. */
export const fonts: Drawing['fonts'] = {
  regular: read('@expo-google-fonts/commissioner/400Regular/Commissioner_400Regular.ttf'),
  bold: read('@expo-google-fonts/commissioner/600SemiBold/Commissioner_600SemiBold.ttf'),
  arabic: read('@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-400-normal.woff'),
  han: read('@fontsource/noto-sans-sc/files/noto-sans-sc-chinese-simplified-400-normal.woff'),
}

const folder = mkdtempSync(join(tmpdir(), 'pdf-'))
/** What one of poppler's programs says of a PDF: a second opinion on what was drawn. */
export function by(
  program: 'pdfinfo' | 'pdffonts' | 'pdfimages' | 'pdftotext',
  file: Uint8Array,
  ...options: string[]
): string {
  const path = join(folder, 'drawn.pdf')
  writeFileSync(path, file)
  return execFileSync(program, [...options, path, ...(program === 'pdftotext' ? ['-'] : [])], { encoding: 'utf8' })
}
/** Its text, as it stands on the pages. */
export const textOf = (file: Uint8Array) => by('pdftotext', file, '-layout')

/** Holds that these words stand in a text, each after the one before. */
export function wordsInOrder(text: string, words: readonly string[]): string[] {
  let at = 0
  return words.filter((each) => {
    const found = text.indexOf(each, at)
    if (found >= 0) at = found + each.length
    return found >= 0
  })
}
