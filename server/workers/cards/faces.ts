import { create, type Font } from 'fontkit'
import type { Face } from './scripts'

/** The faces of a card, opened: each lays letters out as their lines were broken, and never fails to. */
export type Faces = Record<Face, Font>

/** Lines are broken by the widths of letters alone, so nothing may pull them together. */
const plain = { kern: false, liga: false }
/** What the library cannot place in some Arabic words: they are drawn without. */
const unmarked = { ...plain, mark: false, mkmk: false }

let opened: { of: Record<Face, Uint8Array>; faces: Faces } | undefined

/** The faces of these fonts, opened once for as long as the thread lives. */
export function facesOf(fonts: Record<Face, Uint8Array>): Faces {
  // What a thread is given is a copy each time: the same fonts are as long as before.
  const isSame =
    opened && (Object.keys(fonts) as Face[]).every((face) => opened!.of[face].length === fonts[face].length)
  if (opened && isSame) return opened.faces
  const open = (face: Face) => create(Buffer.from(fonts[face])) as Font
  const faces: Faces = {
    regular: laidOut(open('regular'), plain),
    bold: laidOut(open('bold'), plain),
    han: laidOut(open('han'), plain),
    arabic: laidOut(open('arabic'), {}),
  }
  opened = { of: fonts, faces }
  return faces
}

/** The font with a layout of its own: with these features, and without marks where it cannot place them. */
function laidOut(font: Font, features: Record<string, boolean>): Font {
  const layout = font.layout.bind(font) as (text: string, given: object) => ReturnType<Font['layout']>
  font.layout = ((text: string) => {
    tellLetters(font, text)
    try {
      return layout(text, features)
    } catch {
      return layout(text, unmarked)
    }
  }) as Font['layout']
  return font
}

/**
 * Says which letter each shape stands for. The library remembers that of its first use, which is none where a shape was
 * met as a part of another (the E of É): what is read out or copied of the page would be without it.
 */
function tellLetters(font: Font, text: string): void {
  for (const character of text) {
    const code = character.codePointAt(0)!
    font.glyphForCodePoint(code).codePoints = [code]
  }
}
