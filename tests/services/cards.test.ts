import { crc32, deflateSync } from 'node:zlib'
import { unzipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { blanks } from '#core/kinds'
import type { ClassCard, ReportCard } from '#core/report-card/card'
import { compose } from '#core/report-card/compose'
import { remarkBox, type CardLayout } from '#core/report-card/layout'
import { fitted } from '#core/remarks/lines'
import { shippedLevels } from '#core/scales/shipped-levels'
import draw, { type Drawing } from '../../server/workers/report-cards.worker'
import { by, fonts, textOf, wordsInOrder } from '../support/pdf'

/** Cards as they are drawn, read back by another program: poppler's pdfinfo and pdftotext. */

const layout: CardLayout = { ...blanks.cardLayout, signatures: ['Teacher', 'Parent or guardian'] }
const aClassCard = (given: Partial<ClassCard> = {}): ClassCard => ({
  ...{ course: 'Earth Systems 7', className: 'Earth Systems 7A', teachers: ['Odile Marchetti'], declared: true },
  isGraded: true,
  grade: { percent: '88.7', label: 'B+', unadjusted: null, computed: null, incompleteUntil: null, line: '' },
  parts: [{ name: 'Tests', weight: '70.0', result: '87.5 %' }],
  standards: [],
  habits: [],
  scales: [shippedLevels],
  remark: 'She asks sharp questions.',
  ...given,
})
const aCard = (student: string, ...classes: ClassCard[]): ReportCard => ({
  ...{
    studentId: student,
    student,
    rosterName: student,
    school: 'Marram Point Middle School',
    schoolId: 'marram',
    left: false,
  },
  period: { title: 'Quarter 2', firstDay: '2026-11-02', lastDay: '2026-12-16' },
  classes: classes.length ? classes : [aClassCard()],
})
const drawn = (cards: ReportCard[], given: Partial<CardLayout> = {}, isEach = false, heads: Drawing['heads'] = {}) => {
  const its = { ...layout, ...given }
  const composed = cards.map((card) => compose(its, card))
  return draw({ cards: composed, layout: its, heads, printed: '2026-11-26', fonts, isEach })
}
/** A picture of one grey dot, as PNG (RFC 2083) in base 64: no alpha, so that it stands in a PDF as it is. */
function dot(grey: number): string {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data])
    const [size, sum] = [Buffer.alloc(4), Buffer.alloc(4)]
    size.writeUInt32BE(data.length)
    sum.writeUInt32BE(crc32(body))
    return Buffer.concat([size, body, sum])
  }
  const head = Buffer.from([0, 0, 0, 1, 0, 0, 0, 1, 8, 0, 0, 0, 0])
  const png = [chunk('IHDR', head), chunk('IDAT', deflateSync(Buffer.from([0, grey]))), chunk('IEND', Buffer.alloc(0))]
  return Buffer.concat([Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'), ...png]).toString('base64')
}

describe('a drawn card', () => {
  it('is tagged, with title and language, and is read in its order', async () => {
    const { file } = await drawn([aCard('Ann Ito')], { paper: 'Letter' })
    const info = by('pdfinfo', file)
    expect(info).toMatch(/Tagged: +yes/)
    expect(info).toMatch(/Title: +Report card: Marram Point Middle School, Quarter 2/)
    expect(info).toMatch(/Page size: +612 x 792 pts \(letter\)/)
    const structure = by('pdfinfo', file, '-struct-text')
    const order = [
      'Document',
      'Sect',
      'Marram Point',
      'H1',
      'Ann Ito',
      'Quarter 2, ',
      '88.7',
      'Made of',
      'Table',
      'TR',
      'TH',
      'Tests',
      'TD',
      '70.0 of 100',
      'Remark',
      'She asks sharp',
      'Teacher',
      'Declared',
    ]
    expect(wordsInOrder(structure, order)).toEqual(order)
    expect(Buffer.from(file).toString('latin1')).toMatch(/\/Lang \(en\)/)
  })

  it('has the address and mark of its school, else those of all; each stands in the file once', async () => {
    const cards = ['Ann Ito', 'Ben Ito', 'Cyd Ito'].map((name) => aCard(name))
    cards.push({ ...aCard('Dee Ito'), school: 'Lantern Hill Elementary', schoolId: 'lantern' })
    const heads = { lantern: { address: '4 Quay Street', mark: dot(90) } }
    const { file } = await drawn(cards, { address: '1 Harbour Road', mark: dot(200) }, false, heads)
    const pages = textOf(file).split('\f')
    expect(pages.slice(0, 3).every((page) => page.includes('1 Harbour Road'))).toBe(true)
    expect(pages[3]).toContain('4 Quay Street')
    expect(pages[3]).not.toContain('1 Harbour Road')
    const listed = by('pdfimages', file, '-list').split('\n').slice(2).filter(Boolean)
    const images = new Set(listed.map((line) => line.trim().split(/\s+/)).map((cells) => cells[10]))
    expect([listed.length, images.size]).toEqual([4, 2])
  })

  it('prints names of many scripts as themselves', async () => {
    const names = [
      'Łucja Kowalczyk',
      'Nguyễn Thị Hồng',
      '王小明',
      'عمر حداد',
      'Ελένη Δούκα',
      'Оксана Шевчук',
      'Deniz Ünal',
    ]
    const { file, missing } = await drawn(names.map((name) => aCard(name)))
    expect(missing).toEqual([])
    const pages = textOf(file).split('\f')
    names.forEach((name, at) => expect(pages[at]!.normalize('NFC').replace(/[\u202a-\u202e]/g, '')).toContain(name))
    const embedded = by('pdffonts', file).split('\n').slice(2).filter(Boolean)
    for (const line of embedded) expect(line).toMatch(/ yes yes yes /)
  })
  it('gives every letter back to whoever reads it, also one that was a part of another before', async () => {
    await drawn([aCard('Élodie Œ É Ó Ελένη')])
    const { file } = await drawn([aCard('Élodie Edda Odo')])
    expect(textOf(file)).toContain('Élodie Edda Odo')
    expect(textOf(file)).toContain('Earth Systems 7A, Earth Systems 7. Teacher: Odile Marchetti')
  })
  it('says which letters no font has, and draws the rest', async () => {
    const { file, missing } = await drawn([aCard('김 Ann', aClassCard({ remark: 'Well done 🎉 indeed' }))])
    expect(missing.sort()).toEqual(['김', '🎉'].sort())
    expect(textOf(file)).toContain('Well done ? indeed')
  })
  it('draws what no library can place: marks upon marks, in any order', async () => {
    const remark = 'قُرْآنٌ ـَ ـُّـ ٱلْعَرَبِيَّة ۖۗۘ مُ࣭ٔحَمَّد Z͑ͫa̴l̵g̶o̷ ' + '\u064b\u0651\u06e1'.repeat(20)
    const { file } = await drawn([aCard('Ann', aClassCard({ remark }))])
    expect(textOf(file)).toContain('Ann')
  })

  it('prints of a remark what the screen says, line by line, and nothing outside its box', async () => {
    const remark = 'Word after word she explains the tide, and checks it again before she goes. '.repeat(20)
    const box = remarkBox(layout)
    const { lines, over } = fitted(remark, box)
    const { file } = await drawn([aCard('Ann Ito', aClassCard({ remark }))])
    const text = textOf(file)
    for (const line of lines) expect(text).toContain(line.text)
    expect(over).toBeGreaterThan(0)
    expect(text.split('Word after word').length - 1).toBe(
      lines.reduce((sum, line) => sum + line.text.split('Word after word').length - 1, 0),
    )
    // Every word of the page stands inside its margins (54 points).
    for (const [, from, to] of by('pdftotext', file, '-bbox').matchAll(/xMin="([\d.]+)".*?xMax="([\d.]+)"/g)) {
      expect(Number(from)).toBeGreaterThanOrEqual(53.5)
      expect(Number(to)).toBeLessThanOrEqual(595.28 - 53.5)
    }
  })
  it('goes on to another page with the name on it, however much there is', async () => {
    const standards = Array.from({ length: 90 }, (_, at) => ({
      ...{ standardId: `s${at}`, code: `M.${at}`, statement: 'Explains how the tide moves the sand', habit: false },
      ...{ isArea: false, level: shippedLevels.levels[at % 4]! },
    }))
    const { file } = await drawn([aCard('Ann Ito', aClassCard({ standards }), aClassCard({ className: 'Mapmaking' }))])
    const pages = textOf(file)
      .split('\f')
      .filter((page) => page.trim())
    expect(pages.length).toBeGreaterThan(2)
    pages.slice(1).forEach((page) => expect(page).toContain('Ann Ito, continued'))
    expect(pages.join('').match(/Explains how the tide/g)).toHaveLength(90)
    expect(pages.join('')).toContain('Mapmaking, Earth Systems 7')
  })

  it('speaks the district’s language, its days in words', async () => {
    const es = textOf((await drawn([aCard('Ann Ito')], { language: 'es' })).file)
    for (const words of ['Boletín', 'Comentario', 'Se compone de', '70.0 de 100', 'Declarado completo'])
      expect(words === 'Boletín' ? by('pdfinfo', (await drawn([aCard('A')], { language: 'es' })).file) : es).toContain(
        words,
      )
    expect(es).toContain('2 de noviembre de 2026')
    expect(textOf((await drawn([aCard('Ann Ito')], { language: 'fr' })).file)).toContain('16 décembre 2026')
  })
  it('has an incomplete grade with its day, and no figure', async () => {
    const grade = { ...aClassCard().grade!, percent: null, label: null, incompleteUntil: '2027-01-15' }
    const text = textOf((await drawn([aCard('Ann Ito', aClassCard({ grade }))])).file)
    expect(text).toContain('Incomplete, to be made good by January 15, 2027')
  })

  it('is one of a zip, each under its student’s name, no two the same and none outside its folder', async () => {
    const { file } = await drawn([aCard('Ann Ito'), aCard('Ann Ito'), aCard('../../etc/ap:p\u0000')], {}, true)
    const names = Object.keys(unzipSync(file))
    expect(names.slice(0, 2)).toEqual(['Ann Ito.pdf', 'Ann Ito (2).pdf'])
    expect(names[2]).not.toMatch(/[\\/:]/)
    expect(textOf(unzipSync(file)['Ann Ito.pdf']!)).toContain('Ann Ito')
    const long = await drawn([aCard('王'.repeat(300)), aCard('王'.repeat(300))], {}, true)
    expect(Object.keys(unzipSync(long.file)).map((name) => name.length)).toEqual([64, 68])
    const gone = await drawn([{ ...aCard('Ann Ito'), left: true }, aCard('Ann Ito')], {}, true)
    expect(Object.keys(unzipSync(gone.file))).toEqual(['Left/Ann Ito.pdf', 'Ann Ito.pdf'])
  })
})
