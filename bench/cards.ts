import { readFileSync } from 'node:fs'
import PDFDocument from 'pdfkit'
import { blanks } from '../core/kinds'
import type { ReportCard } from '../core/report-card/card'
import { compose } from '../core/report-card/compose'
import { shippedLevels } from '../core/scales/shipped-levels'
import draw from '../server/workers/report-cards.worker'

/**
 * Report cards of six classes and of a school: how long they take to lay out and draw, and the memory of it, beside the same
 * number of pages with the same amount of text drawn by the library alone.
 */
const read = (path: string) => new Uint8Array(readFileSync(`node_modules/${path}`))
const fonts = {
  regular: read('@expo-google-fonts/commissioner/400Regular/Commissioner_400Regular.ttf'),
  bold: read('@expo-google-fonts/commissioner/600SemiBold/Commissioner_600SemiBold.ttf'),
  arabic: read('@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-400-normal.woff'),
  han: read('@fontsource/noto-sans-sc/files/noto-sans-sc-chinese-simplified-400-normal.woff'),
}
const layout = { ...blanks.cardLayout, signatures: ['Teacher', 'Parent or guardian'] }
const remark = 'She explains every step that she takes, and checks it before she hands it in. '.repeat(4)
const aCard = (nth: number): ReportCard => ({
  ...{ studentId: `s${nth}`, student: `Student ${nth} Łukasiewicz`, rosterName: `Łukasiewicz, Student ${nth}` },
  ...{ school: 'A school', schoolId: 'school', left: false },
  period: { title: 'Quarter 2', firstDay: '2026-11-02', lastDay: '2026-12-16' },
  classes: [
    {
      ...{ course: 'Earth Systems 7', className: 'Earth Systems 7A', teachers: ['Odile Marchetti'], declared: true },
      isGraded: true,
      grade: { percent: '88.7', label: 'B+', unadjusted: null, computed: null, incompleteUntil: null, line: '' },
      parts: ['Tests', 'Quizzes', 'Field notes'].map((name) => ({ name, weight: '33.3', result: '87.5 %' })),
      standards: Array.from({ length: 6 }, (_, at) => ({
        ...{ standardId: `m${at}`, code: `M.${at}`, statement: 'Explains how the tide moves the sand' },
        ...{ habit: false, isArea: false, level: shippedLevels.levels[at % 4]! },
      })),
      habits: [],
      scales: [shippedLevels],
      remark,
    },
  ],
})

/** As many pages of as much text, with the same font, by the library alone. */
function bare(pages: number): Promise<number> {
  return new Promise((resolve) => {
    const began = performance.now()
    const doc = new PDFDocument({ autoFirstPage: false, font: Buffer.from(fonts.regular) as unknown as string })
    doc.on('data', () => {})
    doc.on('end', () => resolve(performance.now() - began))
    for (let at = 0; at < pages; at++) {
      doc.addPage().fontSize(11)
      for (let line = 0; line < 20; line++) doc.text(`${line} Explains how the tide moves the sand`)
      doc.text(remark)
    }
    doc.end()
  })
}

for (const count of [180, 1200]) {
  const cards = Array.from({ length: count }, (_, nth) => aCard(nth))
  const before = process.memoryUsage().rss
  const began = performance.now()
  const composed = cards.map((card) => compose(layout, card))
  const laid = performance.now()
  const { file } = await draw({ cards: composed, layout, heads: {}, printed: '2026-11-26', fonts })
  const done = performance.now()
  const more = (process.memoryUsage().rss - before) / 2 ** 20
  const floor = await bare(count)
  console.log(
    `${count} cards: laid out in ${(laid - began).toFixed(0)} ms, drawn in ${((done - laid) / 1000).toFixed(1)} s ` +
      `(${((done - laid) / floor).toFixed(1)} times as long as bare pages of as much text), ` +
      `${(file.length / 2 ** 20).toFixed(1)} MB, ${more.toFixed(0)} MB more memory`,
  )
}
