import PDFDocument from 'pdfkit'
import type { Faces } from './faces'
import { Pen, type Element } from './pen'

/**
 * Makes a tagged PDF of what is drawn into it, with a title and a language.
 *
 * @param draw draws with the pen, under the root of what is read
 * @param missing hears of characters that no face has
 */
export function pdfOf(
  { title, language, faces }: { title: string; language: string; faces: Faces },
  draw: (pen: Pen, root: Element) => void,
  missing: Set<string>,
): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    // Without a font of its own the library reads none from disk, which a bundle does not have.
    const doc = new PDFDocument({
      autoFirstPage: false,
      tagged: true,
      pdfVersion: '1.7',
      displayTitle: true,
      font: null as unknown as string,
      lang: language,
      info: { Title: title },
    })
    const chunks: Buffer[] = []
    doc.on('data', (chunk: Buffer) => chunks.push(chunk))
    doc.on('end', () => resolve(Buffer.concat(chunks)))
    doc.on('error', reject)
    for (const [face, font] of Object.entries(faces)) doc.registerFont(face, font as unknown as Buffer)
    const pen = new Pen(doc, (character) => faces.han.hasGlyphForCodePoint(character.codePointAt(0)!))
    const root = doc.struct('Document')
    doc.addStructure(root)
    draw(pen, root)
    root.end()
    for (const each of pen.missing) missing.add(each)
    doc.end()
  })
}
