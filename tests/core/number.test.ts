import { MROUND, ROUND, ROUNDDOWN, ROUNDUP } from '@formulajs/formulajs'
import fc from 'fast-check'
import Fraction from 'fraction.js'
import { describe, expect, it } from 'vitest'
import { readDecimal, thousandths } from '#core/number/decimal'
import { reaches, roundDecimal, roundExact, roundings, settle, type Rounding } from '#core/number/round'

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

const up = (places: 0 | 1 | 2): Rounding => ({ places, rounding: 'half up' })
const anyRounding = fc.record({
  places: fc.constantFrom(0 as const, 1 as const, 2 as const),
  rounding: fc.constantFrom(...roundings),
})

describe('rounding', () => {
  it('rounds halves up on the size of the number', () => {
    expect(roundExact(new Fraction('92.45'), up(1))).toBe('92.5')
    expect(roundExact(new Fraction('92.5'), up(0))).toBe('93')
    expect(roundExact(new Fraction('-2.5'), up(0))).toBe('-3')
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
    expect(roundExact(new Fraction(value), { places, rounding })).toBe(shown),
  )
  it('has no minus zero', () => expect(roundExact(new Fraction('-0.04'), up(1))).toBe('0.0'))
  it('takes a third three times as one', () => {
    const third = new Fraction(1, 3)
    expect(roundExact(third.add(third).add(third).mul(100), up(2))).toBe('100.00')
    expect(roundExact(third.add(third).add(third).mul(100), { places: 2, rounding: 'up' })).toBe('100.00')
  })
  it('shows a quarter at 95.6 as 96 (common practice)', () => expect(roundDecimal('95.6', up(0))).toBe('96'))

  it('settles every double as exact fractions round it, in every mode, turning points among them', () => {
    const ratio = fc.tuple(fc.integer({ min: 0, max: 200_000 }), fc.integer({ min: 1, max: 40_000 }))
    // Turning points on purpose: whole, half and quarter units, as sums that doubles get wrong.
    const turning = fc.tuple(fc.integer({ min: 0, max: 40_000 }), fc.constantFrom(1, 2, 4, 10, 20, 100, 200))
    fc.assert(
      fc.property(anyRounding, fc.oneof(ratio, turning), (how, [n, d]) => {
        const exact = new Fraction(n, d)
        const noisy = (n / d) * (1 + Number.EPSILON * ((n % 7) - 3))
        expect(settle(noisy, how, () => exact)).toBe(roundExact(exact, how))
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
        expect(Number(roundExact(new Fraction(n, 16), how))).toBeCloseTo(shown[how.rounding](n / 16, how.places), 9)
      }),
    )
  })
  it('asks for the exact value only on close calls', () => {
    expect(
      settle(91.72, up(1), () => {
        throw new Error('was not close')
      }),
    ).toBe('91.7')
  })
  it('rounds typed decimals alike', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300_000 }), anyRounding, (n, how) => {
        const typed = readDecimal((n / 1000).toFixed(3))!
        expect(roundDecimal(typed, how)).toBe(roundExact(new Fraction(typed), how))
      }),
    )
  })
  it('tells whether a bound is reached, exactly where the double is close', () => {
    expect(reaches(89.9999999999, '90', () => new Fraction(90))).toBe(true)
    expect(reaches(90.0000000001, '90', () => new Fraction(90).sub(1, 10 ** 12))).toBe(false)
    expect(
      reaches(90.1, '90', () => {
        throw new Error('was not close')
      }),
    ).toBe(true)
  })
})
