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
import { markRaw } from 'vue'

/** The components that are used, and those inside them. Whatever else is here is made into rules at every start. */
const components = {
  ...{ badge, button, checkbox, chip, dialog, iconfield, inputtext },
  ...{ message, progressbar, ripple, select, textarea, virtualscroller },
}

const indigo = {
  50: '#f5f6fc',
  100: '#eef1f9',
  200: '#d5dcf0',
  300: '#9fb0dc',
  400: '#7b8fcb',
  500: '#5a70b8',
  600: '#44589f',
  700: '#2f3f86',
  800: '#27346f',
  900: '#1f2a5c',
  950: '#151d42',
}

const warn = { background: 'var(--ochre1)', borderColor: 'var(--ochre1)', color: 'var(--ochre)' }

/** Our palette in PrimeVue's terms, so that every component speaks it. The values stand in assets/palette.css too. */
const preset = definePreset(
  { ...base, components },
  {
    primitive: { borderRadius: { none: '0', xs: '3px', sm: '5px', md: '7px', lg: '8px', xl: '12px' } },
    components: {
      // The component's own yellow on cream is not to be read.
      message: { colorScheme: { light: { warn }, dark: { warn } } },
    },
    semantic: {
      primary: indigo,
      focusRing: { width: '2px', style: 'solid', color: '{primary.500}', offset: '1px' },
      formField: { paddingX: '9px', paddingY: '4px' },
      colorScheme: {
        light: {
          surface: {
            0: '#fffefb',
            50: '#fbfaf6',
            100: '#f4f2ea',
            200: '#ebe8de',
            300: '#dedbd0',
            400: '#a9abb9',
            500: '#747a93',
            600: '#5c6483',
            700: '#3d4566',
            800: '#2a3152',
            900: '#1c2342',
            950: '#12172e',
          },
          primary: {
            color: '{primary.700}',
            contrastColor: '#ffffff',
            hoverColor: '{primary.800}',
            activeColor: '{primary.900}',
          },
          text: { color: '#1c2342', hoverColor: '#1c2342', mutedColor: '#5c6483' },
          content: { borderColor: '#dedbd0', background: '#fffefb' },
          formField: { borderColor: '#8d90a3', placeholderColor: '#5c6483' },
        },
        dark: {
          surface: {
            0: '#eef0f8',
            50: '#dfe3f1',
            100: '#c5cbe0',
            200: '#a9b1cf',
            300: '#8b94b8',
            400: '#6d779f',
            500: '#525c84',
            600: '#3c456c',
            700: '#2c3456',
            800: '#1e2544',
            900: '#171d38',
            950: '#11162c',
          },
          primary: {
            color: '{primary.300}',
            contrastColor: '#11162c',
            hoverColor: '{primary.200}',
            activeColor: '{primary.100}',
          },
          text: { color: '#e7eaf6', hoverColor: '#ffffff', mutedColor: '#a9b1cf' },
          content: { borderColor: '#343c60', background: '#1a2040' },
          formField: { background: '#151b35', borderColor: '#6d779f', placeholderColor: '#a9b1cf' },
        },
      },
    },
  },
)

/** Raw: the library would watch every colour of it for a change. */
export default { preset: markRaw(preset), options: { darkModeSelector: '.dark', cssLayer: false } }
