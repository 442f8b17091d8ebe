import type PDFDocument from 'pdfkit'
import { linesOf } from '../../../core/remarks/lines'
import { MARGIN } from '../../../core/report-card/layout'
import { palette } from '../../../shared/palette'
import { drawable, runsOf, type Run } from './scripts'

export type Doc = InstanceType<typeof PDFDocument>
export type Element = ReturnType<Doc['struct']>
const { ink: INK, soft: SOFT, line: LINE } = palette.light

/** What the library's types leave out: a picture that is opened once and drawn often. */
interface OpensImages {
  openImage(source: Buffer): PDFKit.Mixins.ImageSrc
}

export interface Style {
  size: number
  bold?: boolean
  soft?: boolean
  /** From where, and how wide; the whole width where it is left out. */
  x?: number
  width?: number
  align?: 'left' | 'right'
}

/** Of a line of text, how high it is for each point of its size. */
export const LEADING = 1.32
/** How far its letters' foot is below its top. */
const ASCENT = 1.02
/** Widths are known of the regular face; the bold one is at most so much wider. */
const BOLD = 1.12
/** A run is laid out as a whole, so that its words stand in their own order; else words are, and kept. */
const WHOLE: PDFKit.Mixins.OpenTypeFeatures[] = []

/** Draws text and lines on pages that are read in order, and knows how far down it is. */
export class Pen {
  y = MARGIN
  /** Characters that no face has. */
  readonly missing = new Set<string>()
  readonly left = MARGIN

  constructor(
    readonly doc: Doc,
    private readonly hasHan: (character: string) => boolean,
  ) {}

  get right() {
    return this.doc.page.width - MARGIN
  }
  get width() {
    return this.right - this.left
  }
  get bottom() {
    return this.doc.page.height - MARGIN - 22
  }

  private readonly pictures = new Map<string, PDFKit.Mixins.ImageSrc>()

  /** A PNG in base 64, which stands in the file once, however often it is drawn. */
  picture(png: string): PDFKit.Mixins.ImageSrc {
    let found = this.pictures.get(png)
    if (!found)
      this.pictures.set(png, (found = (this.doc as unknown as OpensImages).openImage(Buffer.from(png, 'base64'))))
    return found
  }

  /** Text that is read, as an element of that type. */
  say(parent: Element, type: string, words: string, style: Style): void {
    const text = drawable(words, this.hasHan, this.missing)
    const lines = this.split(text, style)
    parent.add(this.doc.struct(type, { actual: text }, () => this.seen(lines, style)))
  }

  /** Lines that are broken already, as one element. */
  lines(parent: Element, type: string, given: readonly string[], style: Style): void {
    const lines = given.map((line) => drawable(line, this.hasHan, this.missing))
    parent.add(this.doc.struct(type, { actual: lines.join(' ') }, () => this.seen(lines, style)))
  }

  /** Lines that are drawn where nobody asks what they are of. */
  seen(lines: readonly string[], style: Style): void {
    for (const line of lines) this.line(line, style)
  }

  /** The lines that a text takes. */
  broken(words: string, style: Style): string[] {
    return this.split(drawable(words, this.hasHan, this.missing), style)
  }

  /** How high a text stands. */
  heightOf(words: string, style: Style): number {
    return this.split(words, style).length * style.size * LEADING
  }

  /** What is seen and not read: rules, frames, colour. */
  artifact(draw: () => void): void {
    this.doc.markContent('Artifact', { type: 'Layout' })
    draw()
    this.doc.endMarkedContent()
  }
  rule(y = this.y): void {
    this.artifact(() => this.doc.moveTo(this.left, y).lineTo(this.right, y).lineWidth(0.5).stroke(LINE))
  }

  private split(text: string, { size, bold, width = this.width }: Style): string[] {
    return linesOf(text, { width, size: bold ? size * BOLD : size }).map((line) => line.text)
  }

  private line(text: string, { size, bold, soft, x = this.left, width = this.width, align = 'left' }: Style): void {
    const runs = runsOf(text, bold ? 'bold' : 'regular').map((run) => this.measured(run, size))
    const wide = runs.reduce((sum, run) => sum + run.width, 0)
    let at = align === 'right' ? x + width - wide : x
    const foot = this.y + size * ASCENT
    for (const { face, text, width, features } of runs) {
      this.doc
        .font(face)
        .fontSize(size)
        .fillColor(soft ? SOFT : INK)
      this.doc.text(text, at, foot, { lineBreak: false, baseline: 'alphabetic', ...features })
      at += width
    }
    this.y += size * LEADING
  }

  private measured(run: Run, size: number) {
    const features = run.face === 'arabic' ? { features: WHOLE } : {}
    return { ...run, features, width: this.doc.font(run.face).fontSize(size).widthOfString(run.text, features) }
  }
}
