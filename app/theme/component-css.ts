import { Theme } from '@primeuix/styled'
import base from '@primevue/core/base/style'
import badge from 'primevue/badge/style'
import button from 'primevue/button/style'
import checkbox from 'primevue/checkbox/style'
import chip from 'primevue/chip/style'
import dialog from 'primevue/dialog/style'
import iconfield from 'primevue/iconfield/style'
import inputicon from 'primevue/inputicon/style'
import inputtext from 'primevue/inputtext/style'
import message from 'primevue/message/style'
import progressbar from 'primevue/progressbar/style'
import ripple from 'primevue/ripple/style'
import select from 'primevue/select/style'
import textarea from 'primevue/textarea/style'
import virtualscroller from 'primevue/virtualscroller/style'
import theme from './preset'

/** What the library makes rules with; it says so nowhere in its types. */
interface Rules {
  getCommonThemeStyleSheet(): string
  getThemeStyleSheet(): string
}

/** Those of the preset: the components that are used, and those inside them. */
const components = [
  ...[badge, button, checkbox, chip, dialog, iconfield, inputicon, inputtext],
  ...[message, progressbar, ripple, select, textarea, virtualscroller],
]

/** What is dark on the screen is light on paper. */
const DARK = /\.dark\{[^}]*\}/g

/**
 * The rules of the library's components in our palette, as the library would make them anew at every start of the app,
 * each time a component is first shown. Made once, they are a style sheet like any other.
 *
 * @example componentCss() // '@layer primevue{:root{--p-primary-color:…
 */
export function componentCss(): string {
  Theme.setTheme(theme)
  const all = [base, ...components] as unknown as readonly Rules[]
  const elements = [all[0]!.getCommonThemeStyleSheet(), ...all.map((each) => each.getThemeStyleSheet())]
  const rules = [...elements.join('').matchAll(/<style[^>]*>([^]*?)<\/style>/g)].map(([, css]) => css).join('\n')
  return `/* Made by \`npm run palette\` from app/theme. */\n${rules.replace(DARK, '@media not print{$&}')}\n`
}
