import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { palette, paletteCss } from '#shared/palette'
import { componentCss } from '../../app/theme/component-css'

it('the style sheets have the colours that the components and the print have', () => {
  expect(readFileSync('app/assets/palette.css', 'utf8')).toBe(paletteCss())
  expect(Object.keys(palette.dark)).toEqual(Object.keys(palette.light))
})
it('the rules of the components are those that their library makes of these', () => {
  expect(readFileSync('app/assets/library.css', 'utf8')).toBe(componentCss())
})
