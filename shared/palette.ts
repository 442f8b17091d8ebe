/**
 * The colours, once: cloth, ink, one dye and one vermilion, in a light and a dark scheme. The style sheets' custom
 * properties (`app/assets/palette.css`, by `npm run palette`), the components' preset and what is printed all take them
 * from here.
 */
const light = {
  paper: '#fbfaf6',
  sheet: '#fffefb',
  ink: '#1c2342',
  soft: '#5c6483',
  line: '#dedbd0',
  hair: '#ebe8de',
  fifth: '#cfccbf',
  ai1: '#eef1f9',
  ai2: '#d5dcf0',
  ai3: '#9fb0dc',
  ai4: '#5a70b8',
  ai5: '#2f3f86',
  ai6: '#1f2a5c',
  row: '#f5f6fc',
  strong: '#2f3f86',
  'on-strong': '#ffffff',
  field: '#ffffff',
  edge: '#8d90a3',
  shu: '#b8402a',
  shu1: '#f7e4de',
  ochre: '#7a570c',
  ochre1: '#f6ecd2',
  thread: '#e2b9ae',
  weave: '#f2f0e8',
  pale: '#6f7690',
  'tint-1': '#5a70b8',
  'tint-2': '#7f8fa8',
  'tint-3': '#b99b4a',
  'tint-4': '#7a9a86',
  'tint-5': '#9a7fa8',
  'tint-6': '#a8806b',
  'dye-0': '#eef1f9',
  'dye-1': '#c9d3ec',
  'dye-2': '#5a70b8',
  'dye-3': '#1f2a5c',
  'dye-ink-pale': '#0d1228',
  'dye-ink-between': '#0d1228',
  'dye-ink-deep': '#ffffff',
}
export type Palette = Readonly<Record<keyof typeof light, string>>

const dark: Palette = {
  paper: '#151b35',
  sheet: '#1a2040',
  ink: '#e7eaf6',
  soft: '#a9b1cf',
  line: '#343c60',
  hair: '#272e50',
  fifth: '#3f4871',
  ai1: '#222a50',
  ai2: '#2f3a6b',
  ai3: '#56679f',
  ai4: '#8ea1dc',
  ai5: '#b9c6f0',
  ai6: '#10152c',
  row: '#202748',
  strong: '#9fb0dc',
  'on-strong': '#11162c',
  field: '#151b35',
  edge: '#6d779f',
  shu: '#f08d76',
  shu1: '#4a2a28',
  ochre: '#e6c476',
  ochre1: '#3d3420',
  thread: '#6b463f',
  weave: '#262d4e',
  pale: '#8f98ba',
  'tint-1': '#8ea1dc',
  'tint-2': '#a3b0c6',
  'tint-3': '#d2b668',
  'tint-4': '#93b7a1',
  'tint-5': '#b99bc8',
  'tint-6': '#c79f89',
  'dye-0': '#222a50',
  'dye-1': '#38467f',
  'dye-2': '#7b90d0',
  'dye-3': '#c5d0f3',
  'dye-ink-pale': '#ffffff',
  'dye-ink-between': '#0d1228',
  'dye-ink-deep': '#0d1228',
}

export const palette = { light: light as Palette, dark }

/** The palette as custom properties of a style sheet. */
export function paletteCss(): string {
  const rule = (selector: string, of: Palette, scheme: string) => [
    `${selector} {`,
    ...Object.entries(of).map(([name, value]) => `  --${name}: ${value};`),
    `  color-scheme: ${scheme};`,
    '}',
  ]
  return [
    '/* Made by `npm run palette` from shared/palette.ts. */',
    ...rule(':root', light, 'light'),
    // Paper is white, whatever the screen is.
    '@media not print {',
    ...rule('.dark', dark, 'dark').map((line) => `  ${line}`),
    '}',
    '',
  ].join('\n')
}
