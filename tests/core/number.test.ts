import fc from 'fast-check'
import Fraction from 'fraction.js'
import { describe, expect, it } from 'vitest'
import { readDecimal, thousandths } from '#core/number/decimal'
import { roundDecimal, roundExact, settle, type Places } from '#core/number/round'

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

describe('rounding', () => {
  it('rounds halves up on the size of the number', () => {
    expect(roundExact(new Fraction('92.45'), 1)).toBe('92.5')
    expect(roundExact(new Fraction('92.5'), 0)).toBe('93')
    expect(roundExact(new Fraction('-2.5'), 0)).toBe('-3')
  })
  it('has no minus zero', () => expect(roundExact(new Fraction('-0.04'), 1)).toBe('0.0'))
  it('takes a third three times as one', () => {
    const third = new Fraction(1, 3)
    expect(roundExact(third.add(third).add(third).mul(100), 2)).toBe('100.00')
  })
  it('shows a quarter at 95.6 as 96 (common practice)', () => expect(roundDecimal('95.6', 0)).toBe('96'))

  it('settles every double as exact fractions round it, ties among them', () => {
    const places = fc.constantFrom<Places>(0, 1, 2)
    const ratio = fc.tuple(fc.integer({ min: 0, max: 200_000 }), fc.integer({ min: 1, max: 40_000 }))
    // A tie on purpose: some half unit, written as a sum that doubles get wrong.
    const tie = fc.tuple(
      fc.integer({ min: 0, max: 20_000 }).map((n) => 2 * n + 1),
      fc.constantFrom(2, 20, 200),
    )
    fc.assert(
      fc.property(places, fc.oneof(ratio, tie), (shown, [n, d]) => {
        const exact = new Fraction(n, d)
        const noisy = (n / d) * (1 + Number.EPSILON * ((n % 7) - 3))
        expect(settle(noisy, shown, () => exact)).toBe(roundExact(exact, shown))
      }),
      { numRuns: 20_000 },
    )
  })
  it('asks for the exact value only on close calls', () => {
    expect(
      settle(91.72, 1, () => {
        throw new Error('was not close')
      }),
    ).toBe('91.7')
  })
  it('rounds typed decimals alike', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300_000 }), fc.constantFrom<Places>(0, 1, 2), (n, places) => {
        const typed = readDecimal((n / 1000).toFixed(3))!
        expect(roundDecimal(typed, places)).toBe(roundExact(new Fraction(typed), places))
      }),
    )
  })
})
