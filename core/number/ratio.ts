import Fraction from 'fraction.js'

/**
 * A quotient of two whole numbers that doubles hold exactly, `d` above 0. One division makes it a double, and equal
 * ratios make equal doubles; as a fraction it is exact.
 */
export interface Ratio {
  n: number
  d: number
}

/** The ratio as the nearest double. @example toDouble({ n: 1, d: 4 }) // 0.25 */
export const toDouble = ({ n, d }: Ratio): number => n / d

/** The ratio as an exact rational. @example toFraction({ n: 1, d: 3 }).toFraction() // '1/3' */
export const toFraction = ({ n, d }: Ratio): Fraction => new Fraction(BigInt(n), BigInt(d))
