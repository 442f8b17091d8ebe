import type { Sentences } from './sentences'

/** What is wrong with a file, where it is and what to do. */
export const fileSentences: Sentences<'file' | 'case'> = {
  'file.no-manifest': () => 'The zip has no manifest.csv. Zip the files themselves, not a folder around them.',
  'file.mode': ({ mode }) => `"${mode}" is not one of bulk, delta, absent.`,
  'file.version': ({ version }) =>
    `oneroster.version is ${version === null ? 'not given' : `"${version}"`}; 1.1 and 1.2 are read here.`,
  'file.absent': ({ file }) => `The zip has no ${file}.`,
  'file.no-column': ({ column }) => `The header has no column ${column}.`,
  'file.fields': ({ fields, header }) => `The line has ${fields} fields; the header has ${header}.`,
  'file.empty': ({ column }) => `${column} is empty.`,
  'file.id': () => 'This id is too long, or holds what no id can.',
  'file.id-twice': ({ id, line }) => `"${id}" stands on line ${line} already.`,
  'file.quotes': () => 'The quotation marks are not closed.',
  'file.dangling': ({ missing }) => `"${missing}" is in none of the files.`,
  'file.value': ({ typed }) => `"${typed}" is not what the standard has here.`,
  'file.date': ({ typed }) => `"${typed}" is no date; write it as 2026-11-25.`,
  'file.choice': ({ typed, choices }) => `"${typed}" is not one of ${choices.join(', ')}.`,
  'file.person-name': () => 'A person needs a name.',
  'file.own-parent': ({ id }) => `"${id}" is its own parent.`,
  'file.ring': ({ ids }) =>
    `${ids
      .slice(0, -1)
      .map((id) => `"${id}"`)
      .join(' is below ')} is below "${ids.at(-1)!}".`,
  'file.ends-first': ({ id }) => `"${id}" ends before it begins.`,
  'case.no-json': () => 'This file is no JSON. Choose the CASE package that the owner of the standards exports.',
  'case.no-package': ({ at }) => `This is no CASE package: ${at || 'its top'} cannot be read.`,
  'case.many': ({ most }) => `A framework is read with at most ${most} items. Ask for a part of it.`,
  'case.id': ({ id }) => `"${id}" is no identifier that can be kept.`,
  'case.id-twice': () => 'Two items have the same identifier. Ask for the package again.',
  'case.ring': () => 'An item of it is above itself. Ask for the package again.',
  'case.deep': ({ most }) => `Its items stand more than ${most} deep. Ask for a part of it.`,
}
