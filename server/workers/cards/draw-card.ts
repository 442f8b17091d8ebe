import type { Block, ComposedCard } from '../../../core/report-card/compose'
import type { CardLayout } from '../../../core/report-card/layout'
import { MARGIN } from '../../../core/report-card/layout'
import type { SchoolHead } from '../../../core/report-card/school-head'
import {
  cardWords,
  classLine,
  dayInWords,
  legendLine,
  partCells,
  periodLine,
  type CardWords,
} from '../../../shared/card-words'
import { palette } from '../../../shared/palette'
import type { Element, Pen } from './pen'

const { ai5: INDIGO, line: LINE, shu: SEAL } = palette.light
const MARK = 46
const TEXT = 11
const INDENT = 14
/** A remark's line, as high as its box counts it. */
const LINE_HEIGHT = TEXT * 1.32

/** Draws one card, on as many pages as it needs. */
export class CardDrawing {
  private readonly words: CardWords
  private readonly section: Element

  constructor(
    private readonly pen: Pen,
    private readonly layout: CardLayout,
    private readonly at: SchoolHead,
    private readonly card: ComposedCard,
    private readonly printed: string,
    root: Element,
  ) {
    this.words = cardWords[layout.language]
    this.newPage()
    this.section = pen.doc.struct('Sect', { title: card.student })
    root.add(this.section)
  }

  draw(): void {
    const { card } = this
    this.head()
    for (const each of card.classes) {
      if (card.classes.length > 1) this.classHead(each)
      for (const block of each.blocks) this.block(block)
    }
    for (const block of card.end) this.block(block)
    this.foot()
    this.section.end()
  }

  private newPage(): void {
    const { pen, layout } = this
    pen.doc.addPage({ size: layout.paper === 'Letter' ? 'LETTER' : 'A4', margin: 0 })
    pen.artifact(() => pen.doc.rect(0, 0, pen.doc.page.width, 8).fill(INDIGO))
    pen.y = 34
  }

  /** Goes on to another page where a thing of that height has no room. */
  private need(height: number): void {
    if (this.pen.y + height <= this.pen.bottom) return
    this.newPage()
    this.pen.say(this.section, 'P', this.words.continued(this.card.student), { size: 10, soft: true })
    this.pen.y += 8
  }

  private head(): void {
    const { pen, card, layout, at, words, section } = this
    const top = pen.y
    const [only] = card.classes.length === 1 ? card.classes : []
    const side = { size: 10, soft: true }
    if (at.mark) {
      const image = pen.picture(at.mark)
      const place = { fit: [MARK, MARK] as [number, number], align: 'right' as const }
      section.add(
        pen.doc.struct('Figure', { alt: card.school }, () => pen.doc.image(image, pen.right - MARK, top, place)),
      )
    }
    const width = pen.width - (at.mark ? MARK + 12 : 0)
    pen.say(section, 'P', [card.school, at.address].filter(Boolean).join(', '), { ...side, width })
    pen.say(section, 'H1', card.student, { size: 22, bold: true, width })
    if (only) pen.say(section, 'P', classLine(words, only), { ...side, size: TEXT, width })
    pen.say(section, 'P', periodLine(words, card.period, layout.language), { ...side, width })
    pen.y = Math.max(pen.y, top + (at.mark ? MARK : 0)) + 6
  }

  private classHead(each: ComposedCard['classes'][number]): void {
    this.need(70)
    const { pen } = this
    pen.y += 10
    pen.artifact(() => pen.doc.rect(pen.left, pen.y, pen.width, 1.5).fill(INDIGO))
    pen.y += 6
    pen.say(this.section, 'H2', classLine(this.words, each), { size: 12, bold: true })
  }

  private heading(words: string): void {
    this.need(46)
    this.pen.y += 12
    this.pen.say(this.section, 'H3', words, { size: TEXT, bold: true, soft: true })
    this.pen.y += 3
  }

  private block(block: Block): void {
    const { words } = this
    switch (block.block) {
      case 'grade':
        return this.grade(block.grade)
      case 'parts':
        return this.table(
          words.madeOf,
          block.parts.map((part) => {
            const { weight, result } = partCells(words, part)
            return [part.name, weight, result]
          }),
        )
      case 'levels':
      case 'habits':
        return this.table(
          block.block === 'habits' ? words.habits : words.standards,
          block.levels.map(({ code, statement, level }) => [
            [code, statement].filter(Boolean).join('  '),
            '',
            level?.label ?? words.notEnough,
          ]),
          // What belongs to an area stands a little in.
          block.levels.map(({ isArea }) => !isArea && block.levels.some((each) => each.isArea)),
        )
      case 'no-levels':
        return this.heading(words.noLevels)
      case 'remark':
        return this.remark(block)
      case 'legend':
        return this.legend(block)
      case 'signatures':
        return this.signatures(block.names)
    }
  }

  private grade(grade: Extract<Block, { block: 'grade' }>['grade']): void {
    const { pen, words, section } = this
    this.need(60)
    pen.y += 8
    if (grade === null) return pen.say(section, 'P', words.noGrade, { size: 14 })
    const { incompleteUntil } = grade
    if (incompleteUntil !== null)
      pen.say(section, 'P', words.incomplete(dayInWords(incompleteUntil, this.layout.language)), { size: 14 })
    else pen.say(section, 'P', [grade.percent, grade.label].filter(Boolean).join('  '), { size: 28, bold: true })
    const said = [
      grade.unadjusted && words.before(grade.unadjusted),
      grade.computed && words.given(grade.computed),
      grade.line,
    ]
    for (const each of said) if (each) pen.say(section, 'P', each, { size: 10, soft: true })
  }

  private table(title: string, rows: [string, string, string][], isIn: readonly boolean[] = []): void {
    const { pen } = this
    this.heading(title)
    const table = pen.doc.struct('Table')
    this.section.add(table)
    for (const [at, [name, weight, result]] of rows.entries()) {
      const indent = isIn[at] ? INDENT : 0
      const [first, middle, last] = (weight ? [0.52, 0.2, 0.26] : [0.62, 0, 0.36]).map(
        (share) => share * pen.width,
      ) as [number, number, number]
      const style = { size: TEXT, x: pen.left + indent, width: first - indent }
      const height = Math.max(pen.heightOf(name, style), pen.heightOf(result, { size: TEXT, bold: true, width: last }))
      this.need(height + 6)
      pen.rule()
      const top = (pen.y += 3)
      const row = pen.doc.struct('TR')
      table.add(row)
      const cell = (type: string, words: string, given: Parameters<Pen['say']>[3]) => {
        pen.y = top
        pen.say(row, type, words, given)
      }
      cell('TH', name, style)
      const right = { align: 'right' as const, size: TEXT }
      if (weight) cell('TD', weight, { ...right, soft: true, x: pen.left + first, width: middle })
      cell('TD', result, { ...right, bold: true, x: pen.right - last, width: last })
      row.end()
      pen.y = top + height + 3
    }
    table.end()
  }

  /** The box has its height whatever is in it, so that cards of a class look alike. */
  private remark({ lines, most }: Extract<Block, { block: 'remark' }>): void {
    const { pen, words, section } = this
    this.need(46 + most * LINE_HEIGHT)
    this.heading(words.remark)
    const top = pen.y
    pen.lines(section, 'P', lines.length ? lines : [words.noRemark], { size: TEXT, soft: !lines.length })
    pen.y = top + most * LINE_HEIGHT
    pen.rule()
  }

  private legend({ scales }: Extract<Block, { block: 'legend' }>): void {
    const { pen, words, section } = this
    this.heading(words.legend)
    for (const scale of scales) {
      const text = legendLine(scale)
      this.need(pen.heightOf(text, { size: 9 }) + 4)
      pen.say(section, 'P', text, { size: 9, soft: true })
      pen.y += 3
    }
  }

  private signatures(names: readonly string[]): void {
    const { pen, section } = this
    this.need(62)
    const gap = 24
    const width = (pen.width - gap * (names.length - 1)) / names.length
    const top = (pen.y += 40)
    names.forEach((name, at) => {
      const x = pen.left + at * (width + gap)
      pen.artifact(() =>
        pen.doc
          .moveTo(x, top)
          .lineTo(x + width, top)
          .lineWidth(0.7)
          .stroke(LINE),
      )
      pen.y = top + 3
      pen.say(section, 'P', name, { size: 9, soft: true, x, width })
    })
  }

  private foot(): void {
    const { pen, words, card, section, layout } = this
    const declared = card.classes.every((each) => each.declared)
    const y = pen.doc.page.height - MARGIN + 4
    if (declared) pen.artifact(() => pen.doc.roundedRect(pen.left, y + 1, 10, 10, 2.5).fill(SEAL))
    pen.y = y
    const style = { size: 9, soft: true }
    pen.say(section, 'P', declared ? words.declared : words.notDeclared, {
      ...style,
      x: pen.left + (declared ? 15 : 0),
      width: 250,
    })
    pen.y = y
    pen.say(section, 'P', words.printed(dayInWords(this.printed, layout.language)), { ...style, align: 'right' })
  }
}
