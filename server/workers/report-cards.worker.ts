import PDFDocument from 'pdfkit'
import { palette } from '../../shared/palette'
import type { ReportCard } from '../../core/report-card/card'
import type { GradePart, WhyNone } from '../../core/report-card/made-of'

export interface Drawing {
  cards: ReportCard[]
  fonts: { regular: Uint8Array; bold: Uint8Array }
}

const { ink: INK, soft: SOFT, line: LINE, ai5: INDIGO, shu: SEAL } = palette.light
const LEFT = 56
const RIGHT = 539
const WIDTH = RIGHT - LEFT

/** Draws report cards as one PDF, a page each (A4). */
export default function draw({ cards, fonts }: Drawing): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const regular = Buffer.from(fonts.regular)
    // A font given here keeps pdfkit from reading one of its own from disk, which a bundle does not have.
    const doc = new PDFDocument({
      size: 'A4',
      margin: LEFT,
      autoFirstPage: false,
      font: regular as unknown as string,
      info: { Title: 'Report cards' },
      lang: 'en',
    })
    const chunks: Buffer[] = []
    doc.on('data', (chunk: Buffer) => chunks.push(chunk))
    doc.on('end', () => resolve(Buffer.concat(chunks)))
    doc.on('error', reject)
    doc.registerFont('regular', regular)
    doc.registerFont('bold', Buffer.from(fonts.bold))
    for (const card of cards) page(doc, card)
    doc.end()
  })
}

type Doc = InstanceType<typeof PDFDocument>

function page(doc: Doc, card: ReportCard): void {
  doc.addPage()
  doc.rect(0, 0, doc.page.width, 8).fill(INDIGO)
  doc
    .font('regular')
    .fontSize(10)
    .fillColor(SOFT)
    .text(card.school, LEFT, 40)
    .text(`${card.period}, ${card.dates}`, LEFT, 40, { width: WIDTH, align: 'right' })
  doc.font('bold').fontSize(22).fillColor(INK).text(card.student, LEFT, 62, { width: WIDTH })
  doc
    .font('regular')
    .fontSize(11)
    .fillColor(SOFT)
    .text(card.className === card.course ? card.className : `${card.className}, ${card.course}`)
  doc.moveDown(1.2)
  if (card.isGraded) grade(doc, card)
  if (card.parts.length)
    table(
      doc,
      'Made of',
      card.parts.map((each) => [each.name, each.weight === null ? '' : `${each.weight} of 100`, resultOf(each)]),
    )
  if (card.standards.length)
    table(doc, card.isGraded ? 'Standards' : `Levels of ${card.period}`, card.standards.map(lineOf))
  else if (!card.isGraded && !card.habits.length) heading(doc, `No levels in ${card.period}`)
  if (card.habits.length) table(doc, 'Learning habits', card.habits.map(lineOf))
  heading(doc, 'Remark')
  doc
    .font('regular')
    .fontSize(11)
    .fillColor(INK)
    .text(card.remark || 'No remark.', LEFT, doc.y, { width: WIDTH, lineGap: 2 })
  footer(doc, card)
}

/** Why a part of a grade has no result, as a family reads it. */
const noneWords: Record<WhyNone, string> = {
  'no grade yet': 'no grade yet',
  'no scores': 'no scores yet',
  'only score is dropped': 'its only score is dropped',
  'all scores are dropped': 'all its scores are dropped',
  'only extra points': 'only extra points, out of nothing possible',
}
const resultOf = ({ result }: GradePart) => (typeof result === 'string' ? result : noneWords[result.none])

/** A standard under its area stands a little in. */
const lineOf = ({ code, statement, level, isArea }: ReportCard['standards'][number]): [string, string, string] => [
  `${isArea || !code.includes('.') ? '' : '   '}${code}  ${statement}`,
  '',
  level?.label ?? 'not enough evidence',
]

function grade(doc: Doc, { grade, period }: ReportCard): void {
  const top = doc.y
  doc.font('bold').fontSize(11).fillColor(SOFT).text(period, LEFT, top)
  if (grade === null) {
    doc.font('regular').fontSize(14).fillColor(INK).text('No grade yet.')
    return
  }
  doc
    .font('bold')
    .fontSize(30)
    .fillColor(INK)
    .text([grade.percent, grade.label].filter(Boolean).join('  '), LEFT, top + 14)
  if (grade.unadjusted)
    doc
      .font('regular')
      .fontSize(9)
      .fillColor(SOFT)
      .text(`${grade.unadjusted} before the points of the course level`, { width: WIDTH })
  if (grade.computed) {
    doc
      .font('regular')
      .fontSize(10)
      .fillColor(SOFT)
      .text(`Given by the teacher; the scores come to ${grade.computed}`, { width: WIDTH })
  }
  if (grade.line) doc.font('regular').fontSize(10).fillColor(SOFT).text(grade.line, { width: WIDTH })
}

function heading(doc: Doc, text: string): void {
  doc.moveDown(1.2)
  doc.font('bold').fontSize(11).fillColor(SOFT).text(text, LEFT, doc.y)
  doc.moveDown(0.3)
}

function table(doc: Doc, title: string, rows: string[][]): void {
  heading(doc, title)
  for (const [name, middle, right] of rows as [string, string, string][]) {
    const top = doc.y + 3
    doc.moveTo(LEFT, top).lineTo(RIGHT, top).lineWidth(0.5).stroke(LINE)
    doc
      .font('regular')
      .fontSize(11)
      .fillColor(SOFT)
      .text(middle, LEFT + 250, top + 4, { width: 90, align: 'right' })
    doc
      .font('bold')
      .fillColor(INK)
      .text(right, LEFT + 350, top + 4, { width: WIDTH - 350, align: 'right' })
    doc
      .font('regular')
      .fillColor(INK)
      .text(name, LEFT, top + 4, { width: middle ? 245 : 340 })
  }
}

function footer(doc: Doc, card: ReportCard): void {
  const y = doc.page.height - doc.page.margins.bottom - 14
  if (card.declared) doc.roundedRect(LEFT, y, 10, 10, 2.5).fill(SEAL)
  const state = card.declared ? 'Declared complete' : 'Not yet declared'
  doc
    .font('regular')
    .fontSize(9)
    .fillColor(SOFT)
    .text(state, LEFT + (card.declared ? 16 : 0), y, { lineBreak: false })
  doc.text(`Printed ${card.printed}`, LEFT, y, { width: WIDTH, align: 'right', lineBreak: false })
}
