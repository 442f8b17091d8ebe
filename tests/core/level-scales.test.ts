import { say } from '~/words/say'
import { describe, expect, it } from 'vitest'
import { readFileSync } from 'node:fs'
import { levelFaults } from '#core/scales/level-faults'
import { shippedLevelScales } from '#core/scales/shipped-levels'
import { allowedLevels, depthOf, type Level } from '#core/scales/proficiency'
import { districtScale, habitScale, scaleOf } from '#core/plan/level-scale'
import fc from 'fast-check'
import { fromShape, schemas, SHAPE } from '#core/kinds'
import { readDecimal } from '#core/number/decimal'
import { toDouble } from '#core/number/ratio'
import { plusMinus } from '#core/scales/shipped'
import { worthOf } from '#core/scores/worth'
import { keptClass } from '#shared/class'
import { aClass } from '../support/class'

const level = (value: string, more: Partial<Level> = {}): Level => ({
  ...{ value, label: `Level ${value}`, short: value, description: '' },
  ...more,
})
const faults = (levels: Level[], halves = false) => levelFaults({ levels, halves }).map((each) => say(each.message))

describe('a proficiency scale in an editor', () => {
  it('that ships has nothing wrong with it', () => {
    for (const scale of shippedLevelScales) expect(levelFaults(scale)).toEqual([])
  })
  it('has two to seven levels, highest first, with values and names that differ', () => {
    expect(faults([level('1')])).toEqual(['A proficiency scale has 2 to 7 levels.'])
    expect(faults(['8', '7', '6', '5', '4', '3', '2', '1'].map((each) => level(each)))).toHaveLength(1)
    expect(faults([level('1'), level('2')])).toEqual(['2 stands below 1: the highest level comes first.'])
    expect(faults([level('2'), level('2', { label: 'Other', short: 'b' })])).toEqual(['Two levels have the value 2.'])
    expect(faults([level('2'), level('1', { label: 'level 2' })])).toEqual(['There are two levels level 2.'])
    expect(faults([level('2', { label: ' ' }), level('1')])).toEqual(['Say in a word what the level is called.'])
  })
  it('has short labels that cannot be taken for another level’s value', () =>
    expect(faults([level('2', { short: '1' }), level('1', { short: 'a' })])).toEqual([
      '1 would be read as a value: give 2, or letters.',
    ]))
  it('has percents that go down with the levels', () => {
    expect(faults([level('2', { from: '70' }), level('1', { from: '80' })])).toEqual([
      '80 is not below that of the levels above.',
    ])
    expect(faults([level('2', { percent: 'much' }), level('1')])[0]).toContain('Write a percent')
  })
})

describe('the scale of a class', () => {
  const own = { id: 'own', name: 'Own', owner: 'mine' as const, levels: [level('2'), level('1')] }
  it('is the district’s, or the one that its plan chose as long as that is there', () => {
    const snapshot = aClass({})
    expect([scaleOf(snapshot).name, habitScale(snapshot).name]).toEqual(['Levels', 'Habits 4 to 1'])
    snapshot.levelScales.push(own)
    const plan = snapshot.records.plan.class!
    Object.assign(plan, { proficiency: { ...plan.proficiency, scaleId: 'own' } })
    expect(scaleOf(snapshot).name).toBe('Own')
    snapshot.levelScales.pop()
    expect(scaleOf(snapshot).name).toBe('Levels')
  })
  it('is one that ships where a district says nothing', () =>
    expect(districtScale({ levelScales: [], policy: aClass({}).policy }).name).toBe('Levels 4 to 1'))
})

/** WCAG 2.2, 1.4.3: text on its ground at least 4.5 : 1; the formula of relative luminance is the standard's. */
describe('the dye of levels', () => {
  const css = readFileSync('app/assets/palette.css', 'utf8')
  const luminance = (hex: string) => {
    const [r, g, b] = [1, 3, 5].map((at) => {
      const part = parseInt(hex.slice(at, at + 2), 16) / 255
      return part <= 0.03928 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4
    }) as [number, number, number]
    return 0.2126 * r + 0.7152 * g + 0.0722 * b
  }
  const contrast = (a: string, b: string) => {
    const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number]
    return (light + 0.05) / (dark + 0.05)
  }
  const mixed = (a: string, b: string, share: number) =>
    `#${[1, 3, 5]
      .map((at) => {
        const part = parseInt(a.slice(at, at + 2), 16) * (1 - share) + parseInt(b.slice(at, at + 2), 16) * share
        return Math.round(part).toString(16).padStart(2, '0')
      })
      .join('')}`
  const rules = [...readFileSync('app/assets/dye.css', 'utf8').matchAll(/\.dye-(\d+) \{([^}]*)\}/g)]

  it.each([
    ['light', css.slice(0, css.indexOf('.dark'))],
    ['dark', css.slice(css.indexOf('.dark'))],
  ])('is written on with enough contrast at every depth, in the %s scheme', (_, scheme) => {
    const of = (name: string) => new RegExp(`--${name}: (#[0-9a-f]{6})`).exec(scheme)![1]!
    expect(rules).toHaveLength(13)
    for (const [, , body] of rules) {
      const stops = [...body!.matchAll(/var\(--(dye-\d)\)(?: (\d+)%)?/g)]
      const ground =
        stops.length === 1 ? of(stops[0]![1]!) : mixed(of(stops[1]![1]!), of(stops[0]![1]!), Number(stops[0]![2]) / 100)
      const ink = of(/color: var\(--(dye-ink-\w+)\)/.exec(body!)![1]!)
      expect(contrast(ground, ink)).toBeGreaterThanOrEqual(4.5)
    }
  })
  it('is another for each level of a scale of two to seven, half levels too', () => {
    for (let count = 2; count <= 7; count++)
      for (const halves of [false, true]) {
        const levels = Array.from({ length: count }, (_, at) => level(String(count - at)))
        const scale = { id: '', name: '', levels, halves }
        const depths = allowedLevels(scale).map((each) => Math.round(depthOf(scale, each.value) * 12))
        expect(new Set(depths).size).toBe(halves ? 2 * count - 1 : count)
        expect([depths[0], depths.at(-1)]).toEqual([12, 0])
      }
  })
})

describe('what releases of shape 3 wrote', () => {
  const flat = {
    method: 'mean of the last',
    last: 5,
    decay: '0.65',
    window: 'year',
    leastEvidence: 2,
    missingIsLowest: true,
  }
  it('of a plan’s levels reads as a method with its own settings', () => {
    expect(fromShape('plan', { proficiency: flat }, 3)).toMatchObject({
      proficiency: {
        calculation: { method: 'mean of the last', last: 5 },
        window: 'year',
        leastEvidence: 2,
        areas: 'mean',
      },
    })
    const now = fromShape('plan', { proficiency: flat }, 3)
    expect(fromShape('plan', now, 1)).toEqual(now)
  })
  it('is refused, and stops nobody, where it is no settings at all', () => {
    for (const odd of [null, 'text', 7, [], {}])
      expect(
        schemas.plan.shape.proficiency.safeParse(fromShape('plan', { proficiency: odd }, 3).proficiency).success,
      ).toBe(false)
  })
  it('of a class that was kept in a browser keeps its scale and its standards', () => {
    const snapshot = aClass({ assignments: { a: {} } })
    const { levelScales, ...rest } = structuredClone(snapshot)
    const { observation: _o, standard: _s, levelScale: _l, courseStandard: _c, ...records } = rest.records
    const { levelScaleId: _x, habitScaleId: _y, ...policy } = rest.policy
    Object.assign(records.plan.class!, { proficiency: flat })
    const kept = keptClass.parse({
      ...rest,
      records,
      policy,
      standards: [{ id: 's', parentId: null, code: 'S.1', statement: 'Does it' }],
      proficiencyScale: { ...levelScales[0]!, owner: undefined },
      ...{ shape: 3, seq: 7, apart: null },
    })
    expect(kept.shape).toBe(SHAPE)
    expect(scaleOf(kept).name).toBe('Levels')
    expect(kept.standards[0]).toMatchObject({ code: 'S.1', reported: true, owner: 'district' })
    expect(kept.records.plan.class!.proficiency.calculation).toEqual({ method: 'mean of the last', last: 5 })
  })
})

const thousandths = fc.integer({ min: 0, max: 100_000 }).map((each) => readDecimal((each / 1000).toFixed(3))!)

describe('half levels', () => {
  const halves = (...levels: [value: string, percent?: string][]) =>
    allowedLevels({
      ...{ id: 's', name: 'S', halves: true },
      levels: levels.map(([value, percent]) => level(value, percent ? { percent } : {})),
    })
  it('stand exactly halfway, with a fourth decimal where it takes one', () => {
    const [, half] = halves(['3', '85'], ['2', '66.667'])
    expect([half!.value, half!.percent]).toEqual(['2.5', '75.8335'])
    const scales = {
      scale: plusMinus,
      levels: { id: 's', name: 'S', halves: true, levels: halves(['3', '85'], ['2', '66.667']) },
    }
    // 75.8335 % of 20 000 points are 15 166.7.
    expect(toDouble(worthOf({ level: '2.5' }, '20000', scales)!.earned)).toBe(15166.7)
  })
  it('are not there where no field could hold their value', () =>
    expect(halves(['2.001'], ['2']).map((each) => each.value)).toEqual(['2.001', '2']))
  it('never throw, whatever the schema takes', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(thousandths, thousandths), { minLength: 2, maxLength: 7 }), (levels) => {
        for (const { value, percent } of halves(...levels.map(([a, b]): [string, string] => [a, b]))) {
          expect(Number.isFinite(Number(value))).toBe(true)
          expect(Number.isFinite(Number(percent))).toBe(true)
        }
      }),
    ))
})
