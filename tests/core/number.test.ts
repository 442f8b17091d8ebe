import { MROUND, ROUND, ROUNDDOWN, ROUNDUP } from '@formulajs/formulajs'
import fc from 'fast-check'
import Fraction from 'fraction.js'
import { describe, expect, it } from 'vitest'
import { readDecimal, thousandths } from '#core/number/decimal'
import { divided, gcd, lcm, minus, plus, times, type Int } from '#core/number/int'
import {
  add,
  compare,
  divide,
  HUNDRED,
  inSteps,
  multiply,
  ofDecimal,
  ratio,
  sum,
  toDouble,
  type Ratio,
} from '#core/number/ratio'
import { change, round, roundDecimal, roundings, toDecimal, type Rounding } from '#core/number/round'

describe('readDecimal', () => {
  it.each([
    ['8', '8'],
    [' 8,50 ', '8.5'],
    ['.5', '0.5'],
    ['007', '7'],
    ['8.', null],
    ['1.2345', null],
    ['eight', null],
    ['', null],
    ['-0', '0'],
    ['1e3', null],
  ])('reads %j as %j', (typed, read) => {
    expect(readDecimal(typed)).toBe(read)
  })
  it('is its own canonical form', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10 ** 9 }), (n) => {
        const once = readDecimal(String(n / 1000))!
        expect(readDecimal(once)).toBe(once)
        expect(thousandths(once)).toBe(n)
      }),
    )
  })
})

/** As an exact number of ours, by another package. */
const exact = (given: string | Fraction): Ratio => {
  const { s, n, d } = new Fraction(given)
  return { n: s * n, d }
}
const up = (places: 0 | 1 | 2): Rounding => ({ places, rounding: 'half up' })
const anyRounding = fc.record({
  places: fc.constantFrom(0 as const, 1 as const, 2 as const),
  rounding: fc.constantFrom(...roundings),
})

describe('rounding', () => {
  it('rounds halves up on the size of the number', () => {
    expect(round(exact('92.45'), up(1))).toBe('92.5')
    expect(round(exact('92.5'), up(0))).toBe('93')
    expect(round(exact('-2.5'), up(0))).toBe('-3')
  })
  it.each([
    ['down', 1, '92.49', '92.4'],
    ['down', 0, '-92.9', '-92'],
    ['up', 1, '92.41', '92.5'],
    ['up', 1, '92.4', '92.4'],
    ['up', 0, '-92.1', '-93'],
    ['nearest half', 0, '92.24', '92.0'],
    ['nearest half', 0, '92.25', '92.5'],
    ['nearest half', 0, '92.75', '93.0'],
    ['nearest half', 0, '-0.1', '0.0'],
  ] as const)('%s, %i places: %s shows %s', (rounding, places, value, shown) =>
    expect(round(exact(value), { places, rounding })).toBe(shown),
  )
  it('has no minus zero', () => expect(round(exact('-0.04'), up(1))).toBe('0.0'))
  it('takes a third three times as one', () => {
    const thirds = multiply(sum([ratio(1, 3), ratio(1, 3), ratio(1, 3)]), HUNDRED)
    expect(round(thirds, up(2))).toBe('100.00')
    expect(round(thirds, { places: 2, rounding: 'up' })).toBe('100.00')
  })
  it('shows a quarter at 95.6 as 96 (common practice)', () => expect(roundDecimal('95.6', up(0))).toBe('96'))

  it('rounds as an exact rational of another package rounds (fraction.js), turning points among them', () => {
    const any = fc.tuple(fc.integer({ min: 0, max: 200_000 }), fc.integer({ min: 1, max: 40_000 }))
    const turning = fc.tuple(fc.integer({ min: 0, max: 40_000 }), fc.constantFrom(1, 2, 4, 10, 20, 100, 200))
    const modes = { 'half up': 'round', down: 'floor', up: 'ceil', 'nearest half': 'round' } as const
    fc.assert(
      fc.property(anyRounding, fc.oneof(any, turning), (how, [n, d]) => {
        const half = how.rounding === 'nearest half'
        const value = new Fraction(n, d).mul(half ? 2 : 1)
        const shown = value[modes[how.rounding]](half ? 0 : how.places).div(half ? 2 : 1)
        expect(round(ratio(n, d), how)).toBe(shown.valueOf().toFixed(half ? 1 : how.places))
      }),
      { numRuns: 20_000 },
    )
  })
  it('agrees with a spreadsheet: ROUND, ROUNDDOWN, ROUNDUP and MROUND of a formula package', () => {
    const shown: Record<Rounding['rounding'], (value: number, places: number) => number> = {
      'half up': (value, places) => ROUND(value, places) as number,
      down: (value, places) => ROUNDDOWN(value, places) as number,
      up: (value, places) => ROUNDUP(value, places) as number,
      'nearest half': (value) => MROUND(value, 0.5) as number,
    }
    fc.assert(
      // Sixteenths: doubles hold them, so that a spreadsheet cannot be wrong about a tie either.
      fc.property(anyRounding, fc.integer({ min: 0, max: 1600 }), (how, n) => {
        expect(Number(round(ratio(n, 16), how))).toBeCloseTo(shown[how.rounding](n / 16, how.places), 9)
      }),
    )
  })
  it('keeps three places, and shows a change by its exact size, both as an exact library does', () => {
    const number = fc.integer({ min: 0, max: 200_000 })
    fc.assert(
      fc.property(number, fc.integer({ min: 1, max: 999 }), number, (n, d, m) => {
        expect(toDecimal(ratio(n, d))).toBe(String(new Fraction(n, d).round(3).valueOf()))
        const moved = new Fraction(m, d).sub(n, d)
        // Adding 0 makes of minus zero a plain one.
        const tenth = moved.abs().round(1).mul(moved.s)
        expect(Number(change(ratio(n, d), ratio(m, d)))).toBe(tenth.valueOf() + 0)
      }),
    )
    expect(
      ['88.6 90', '90 88.6', '90 90.04'].map((two) => change(...(two.split(' ').map(ofDecimal) as [Ratio, Ratio]))),
    ).toEqual(['+1.4', '-1.4', '0.0'])
  })
  it('rounds typed decimals alike', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300_000 }), anyRounding, (n, how) => {
        const typed = readDecimal((n / 1000).toFixed(3))!
        expect(roundDecimal(typed, how)).toBe(round(exact(typed), how))
      }),
    )
  })
})

describe('whole numbers of any size', () => {
  // Around the last whole number of doubles, and far beyond it; big integers are the second opinion.
  const big = fc.oneof(
    fc.bigInt({ min: -(2n ** 54n), max: 2n ** 54n }),
    fc.bigInt({ min: -(10n ** 40n), max: 10n ** 40n }),
  )
  const asInt = (value: bigint): Int => plus(value, 0)
  it('are a double exactly as long as they fit', () =>
    fc.assert(
      fc.property(big, big, (a, b) => {
        for (const [ours, theirs] of [
          [plus(asInt(a), asInt(b)), a + b],
          [minus(asInt(a), asInt(b)), a - b],
          [times(asInt(a), asInt(b)), a * b],
        ] as const) {
          expect(BigInt(ours)).toBe(theirs)
          expect(typeof ours === 'number').toBe(
            Number.isSafeInteger(Number(theirs)) && BigInt(Number(theirs)) === theirs,
          )
        }
      }),
    ))
  it('divide with a rest, and have a common divisor and multiple', () =>
    fc.assert(
      fc.property(fc.bigInt({ min: 0n, max: 10n ** 20n }), fc.bigInt({ min: 1n, max: 10n ** 17n }), (a, b) => {
        const { whole, rest } = divided(asInt(a), asInt(b))
        expect([BigInt(whole), BigInt(rest)]).toEqual([a / b, a % b])
        const common = BigInt(gcd(asInt(a), asInt(b)))
        expect([a % common, b % common]).toEqual([0n, 0n])
        if (a > 0n) expect(BigInt(lcm(asInt(a), asInt(b)))).toBe((a / common) * b)
      }),
    ))
})

describe('ratios', () => {
  const any = fc.tuple(fc.bigInt({ min: 0n, max: 10n ** 18n }), fc.bigInt({ min: 1n, max: 10n ** 18n }))
  const ours = ([n, d]: readonly [bigint, bigint]) => ratio(plus(n, 0), plus(d, 0))
  const theirs = ([n, d]: readonly [bigint, bigint]) => new Fraction(n, d)
  const agree = (a: Ratio, b: Fraction) => expect(BigInt(a.n) * b.d).toBe(b.s * b.n * BigInt(a.d))
  it('agree with an exact rational of another package (fraction.js)', () =>
    fc.assert(
      fc.property(any, any, (a, b) => {
        agree(add(ours(a), ours(b)), theirs(a).add(theirs(b)))
        agree(multiply(ours(a), ours(b)), theirs(a).mul(theirs(b)))
        if (b[0] > 0n) agree(divide(ours(a), ours(b)), theirs(a).div(theirs(b)))
        expect(Math.sign(compare(ours(a), ours(b)))).toBe(theirs(a).compare(theirs(b)))
        const size = theirs(a).valueOf()
        expect(Math.abs(toDouble(ours(a)) - size)).toBeLessThanOrEqual(1e-12 * (1 + size))
      }),
    ))
  it('sum to what they sum to one by one', () =>
    fc.assert(
      fc.property(fc.array(any, { maxLength: 40 }), (values) => {
        const total = values.map(theirs).reduce((all, each) => all.add(each), new Fraction(0))
        agree(sum(values.map(ours)), total)
      }),
    ))
  it('are in their lowest terms where doubles hold them, and count in steps', () => {
    expect(ofDecimal('92.5')).toEqual({ n: 185, d: 2 })
    expect(inSteps(ratio(266, 3), 1000)).toEqual({ whole: 88_666, isAll: false })
    expect(inSteps(ratio(5, 4), 1000)).toEqual({ whole: 1250, isAll: true })
  })
})
