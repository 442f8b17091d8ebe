import { definePreset } from '@primeuix/themes'
import base from '@primeuix/themes/aura/base'
import badge from '@primeuix/themes/aura/badge'
import button from '@primeuix/themes/aura/button'
import checkbox from '@primeuix/themes/aura/checkbox'
import chip from '@primeuix/themes/aura/chip'
import dialog from '@primeuix/themes/aura/dialog'
import iconfield from '@primeuix/themes/aura/iconfield'
import inputtext from '@primeuix/themes/aura/inputtext'
import message from '@primeuix/themes/aura/message'
import progressbar from '@primeuix/themes/aura/progressbar'
import ripple from '@primeuix/themes/aura/ripple'
import select from '@primeuix/themes/aura/select'
import textarea from '@primeuix/themes/aura/textarea'
import virtualscroller from '@primeuix/themes/aura/virtualscroller'
import { palette } from '#shared/palette'

/** The components that are used, and those inside them. */
const components = {
  ...{ badge, button, checkbox, chip, dialog, iconfield, inputtext },
  ...{ message, progressbar, ripple, select, textarea, virtualscroller },
}

const { light, dark } = palette
/** One dye; what lies between its depths is the components' own. */
const indigo = {
  50: light.row,
  100: light.ai1,
  200: light.ai2,
  300: light.ai3,
  400: '#7b8fcb',
  500: light.ai4,
  600: '#44589f',
  700: light.ai5,
  800: '#27346f',
  900: light.ai6,
  950: '#151d42',
}

const warn = { background: 'var(--ochre1)', borderColor: 'var(--ochre1)', color: 'var(--ochre)' }
const error = { background: 'var(--sheet)', borderColor: 'var(--shu)', color: 'var(--shu)', shadow: 'none' }

/** Our palette in PrimeVue's terms, so that every component speaks it. */
const preset = definePreset(
  { ...base, components },
  {
    primitive: { borderRadius: { none: '0', xs: '3px', sm: '5px', md: '7px', lg: '8px', xl: '12px' } },
    components: {
      // The component's own yellow on cream is not to be read, and its red is no dye of ours.
      message: { colorScheme: { light: { warn, error }, dark: { warn, error } } },
    },
    semantic: {
      primary: indigo,
      // What changes its colour has it at once: half way between two, words are not to be read.
      transitionDuration: '0s',
      mask: { transitionDuration: '0s' },
      focusRing: { width: '2px', style: 'solid', color: '{primary.500}', offset: '1px' },
      formField: { paddingX: '9px', paddingY: '4px' },
      colorScheme: {
        light: {
          surface: {
            0: light.sheet,
            50: light.paper,
            100: '#f4f2ea',
            200: light.hair,
            300: light.line,
            400: '#a9abb9',
            500: '#747a93',
            600: light.soft,
            700: '#3d4566',
            800: '#2a3152',
            900: light.ink,
            950: '#12172e',
          },
          primary: {
            color: '{primary.700}',
            contrastColor: light['on-strong'],
            hoverColor: '{primary.800}',
            activeColor: '{primary.900}',
          },
          text: { color: light.ink, hoverColor: light.ink, mutedColor: light.soft },
          content: { borderColor: light.line, background: light.sheet },
          formField: { borderColor: light.edge, placeholderColor: light.soft },
        },
        dark: {
          surface: {
            0: '#eef0f8',
            50: '#dfe3f1',
            100: '#c5cbe0',
            200: dark.soft,
            300: '#8b94b8',
            400: dark.edge,
            500: '#525c84',
            600: '#3c456c',
            700: '#2c3456',
            800: '#1e2544',
            900: '#171d38',
            950: dark['on-strong'],
          },
          primary: {
            color: '{primary.300}',
            contrastColor: dark['on-strong'],
            hoverColor: '{primary.200}',
            activeColor: '{primary.100}',
          },
          text: { color: dark.ink, hoverColor: '#ffffff', mutedColor: dark.soft },
          content: { borderColor: dark.line, background: dark.sheet },
          formField: { background: dark.paper, borderColor: dark.edge, placeholderColor: dark.soft },
        },
      },
    },
  },
)

/** What `component-css.ts` makes the rules of the components with. */
export default {
  preset,
  options: { darkModeSelector: '.dark', cssLayer: { name: 'primevue', order: 'base, primevue, parts, sheet' } },
}
