import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { palette, paletteCss } from '#shared/palette'

it('the style sheets have the colours that the components and the print have', () => {
  expect(readFileSync('app/assets/palette.css', 'utf8')).toBe(paletteCss())
  expect(Object.keys(palette.dark)).toEqual(Object.keys(palette.light))
})
