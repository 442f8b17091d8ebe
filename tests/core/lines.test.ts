import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { create } from 'fontkit'
import { describe, expect, it } from 'vitest'
import { blanks } from '#core/kinds'
import { remarkBox } from '#core/report-card/layout'
import { advanceOf, fitted, linesOf, unprintable } from '#core/remarks/lines'

/** The fonts themselves say how wide a line is: fontkit is the second opinion. */
const open = (path: string) => create(readFileSync(`node_modules/${path}`))
const latin = open('@expo-google-fonts/commissioner/400Regular/Commissioner_400Regular.ttf')
const arabic = open('@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-400-normal.woff')
const han = open('@fontsource/noto-sans-sc/files/noto-sans-sc-chinese-simplified-400-normal.woff')
type Font = { unitsPerEm: number; layout(text: string, features: object): { advanceWidth: number } }
const plain = { kern: false, liga: false, mark: false, mkmk: false }
const widthBy = (font: unknown, text: string, size: number) => {
  const { layout, unitsPerEm } = font as Font
  return (layout.call(font, text, plain).advanceWidth * size) / unitsPerEm
}

const box = remarkBox(blanks.cardLayout)
const scripts = {
  Latin: [latin, 'She explains every step that she takes, and checks it before she hands it in. '],
  Vietnamese: [latin, 'Tiếng Việt: Nguyễn Thị Hồng giải thích từng bước và luôn kiểm tra lại bài làm của mình. '],
  Polish: [latin, 'Łucja zażółciła gęślą jaźń, sprawdziła źródła i wyjaśniła każdy krok swojej pracy. '],
  Greek: [latin, 'Η Ελένη εξηγεί κάθε βήμα και ελέγχει την εργασία της πριν την παραδώσει. '],
  Cyrillic: [latin, 'Оксана объясняет каждый шаг и проверяет свою работу перед тем, как её сдать. '],
  Arabic: [arabic, 'تشرح كل خطوة من عملها وتراجعه قبل أن تسلمه إلى معلمتها في الصف. '],
  Chinese: [han, '她解释每一步并在交作业之前认真检查自己的工作，也愿意帮助同学。'],
} as const

describe('the lines of a remark', () => {
  for (const [script, [font, sentence]] of Object.entries(scripts))
    it(`are no wider than the box by the font itself, at its limit: ${script}`, () => {
      const text = sentence.repeat(60)
      const { lines, over, percent } = fitted(text, box)
      expect(lines).toHaveLength(box.lines)
      expect([percent, over > 0]).toEqual([100, true])
      for (const line of lines) {
        const wide = widthBy(font, line.text, box.size)
        expect(wide).toBeLessThanOrEqual(box.width + 0.01)
        // Nor is room given away: the next word would not have stood there.
        if (script !== 'Arabic') expect(wide).toBeGreaterThan(box.width * 0.75)
      }
      // What is left over is what no line has.
      const printed = lines.at(-1)!.to
      expect(over).toBe(text.slice(printed).trim().length)
    })

  it('hold every letter once and in order, whatever is written', () => {
    const letters = fc.constantFrom(...'aiWłẽ Ж界 و\n'.split(''), 'supercalifragilistic', '  ', 'Grzegorz-Ünal ')
    fc.assert(
      fc.property(fc.array(letters, { maxLength: 120 }), fc.integer({ min: 30, max: 500 }), (parts, width) => {
        const text = parts.join('')
        const lines = linesOf(text, { width, size: 11 })
        const bare = (words: string) => words.replace(/\s/g, '')
        expect(bare(lines.map((line) => line.text).join(''))).toBe(bare(text))
        lines.slice(1).forEach((line, at) => expect(line.from).toBeGreaterThanOrEqual(lines[at]!.to))
        for (const { text: line } of lines)
          if ([...line].length > 1) {
            const wide = [...line].reduce((sum, each) => sum + (advanceOf(each) ?? 2000), 0)
            expect((wide * 11) / 2000).toBeLessThanOrEqual(width)
          }
      }),
    )
  })
  it('break in a word only where it alone is wider than the box', () => {
    const narrow = { width: 60, size: 11 }
    expect(linesOf('She asks sharp questions.', narrow).map((line) => line.text)).toEqual([
      'She asks',
      'sharp',
      'questions.',
    ])
    expect(linesOf('supercalifragilistic', narrow).length).toBeGreaterThan(1)
    expect(linesOf('one\n\ntwo', narrow).map((line) => line.text)).toEqual(['one', '', 'two'])
  })
  it('need no room where there is nothing', () =>
    expect(fitted('  \n', box)).toEqual({ lines: [], over: 0, percent: 0 }))
  it('know every letter’s width as its font has it', () => {
    for (const letter of 'AaŁłệЖωß€“…0 9')
      expect(advanceOf(letter)).toBe(Math.round((widthBy(latin, letter, 1) * 2000) / 1))
    expect(advanceOf('明')).toBe(2000)
  })
  it('say which characters no font has', () =>
    expect(unprintable('Good 🎉 work, 김, Żółć 王 عمر')).toEqual(['🎉', '김']))
})
