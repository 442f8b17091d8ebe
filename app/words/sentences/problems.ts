import type { ProblemCode, Problems } from '#shared/problem'
import { say } from '../say'
import { told } from './sentences'

const sentences: { [C in ProblemCode]: (figures: Problems[C]) => string } = {
  'signed-out': () => 'You are signed out. Sign in again; what you typed is kept on this machine.',
  'sign-in': () => 'The e-mail address and the password do not match. Check both and try again.',
  'too-many': () => 'Too many tries. Wait five minutes, then try again.',
  'wrong-password': () => 'That is not your present password.',
  'not-your-class': () => 'This class is not one of yours.',
  'not-the-office': () => 'Only the district office can see and change this.',
  'not-your-run': () => 'This run is not one of yours.',
  'no-class': () => 'There is no such class.',
  'no-period': () => 'The grading period is not of this class.',
  'no-school': () => 'There is no such school here.',
  'no-print': () => 'That print is not there any more. Prints are kept for a day: print it again.',
  'many-prints': () => 'Five prints of yours wait already. Wait for one, or stop one.',
  'no-student': () => 'There is no such student in this class in that period.',
  'no-run': () => 'There is no such run.',
  'no-such-address': () => 'There is nothing at this address.',
  'no-such-method': ({ methods }) => `This address knows ${methods}.`,
  unreadable: ({ fault }) =>
    fault ? say(fault) : 'The server does not understand this. Reload the page, then do it again.',
  'too-large': () => 'This is too large to be taken at once.',
  'too-slow': () => 'This zip took more than a minute to read. Ask for a smaller one.',
  'long-list': () => 'This list is too long for a PDF. Save it as XLSX or CSV.',
  'records-away': () => 'The records cannot be reached just now. What you did is kept; it is tried again.',
  'records-full': () =>
    'The disk of the records is nearly full. What you did is kept; it is tried again. Tell whoever runs this.',
  'records-read-only': () =>
    'The records cannot be written just now. What you did is kept; it is tried again. Tell whoever runs this.',
  bug: () => 'Something went wrong here. What you did is kept; it is tried again.',
  refused: ({ reason }) => `${say(reason)} Nothing was changed.`,
  conflict: () => 'Somebody changed one of these classes meanwhile. Nothing was changed; look at it again.',
  'act-of-another': () => 'This change carries the number of another one. Reload the page and make it again.',
  'run-under-way': () => 'Another run of this is under way. Wait until it is done.',
  'not-waiting': () => 'This run does not wait for anything.',
  'nothing-to-send': () => 'There is nothing to send. Decide what is held first, or compare again.',
  'no-connection': () => 'There is no such connection.',
  'connection-set-up': () => 'This connection comes from the settings of the installation, and is changed there.',
  'secret-missing': () => 'Give the key of this system; the one that is kept is only sent where it was meant for.',
  'secret-sealed': () => 'The key of this system cannot be opened any more. Ask the district office to give it again.',
  'nothing-to-take-back': () => 'This run cannot be taken back.',
  'not-the-districts': () =>
    'This class came from a file of yours: the district does not know it, so there is nowhere to send it.',
  'nothing-in-files': () => 'There is no assignment in it. Nothing was changed.',
  'no-classes': () => 'There is no class in it. Nothing was changed.',
  'no-classes-of-yours': () => 'There is no class of yours in it. Nothing was changed.',
  dangling: ({ part, id, missing }) =>
    `"${id}" among the ${part} speaks of "${missing}", which is neither in the files nor here. Ask for the whole roster.`,
  'no-file': () => 'Choose a zip of OneRoster CSV files first.',
  'broken-off': () => 'The file did not arrive whole. Try again.',
  'no-zip': () => 'This file is no zip, or a broken one. Choose the zip that the district exported.',
  'file-twice': ({ file }) => `The zip has ${file} twice. Ask for it again.`,
  'csv-faults': ({ first, more }) =>
    `${first.file}, line ${first.line}, column ${first.column}: ${say(first.reason)}${more ? ` (and ${more} more)` : ''} Nothing was changed.`,
  'no-partner': () => 'No district system is set up here. See "Running it for real" in the README.',
  'no-app': () => 'No classroom app is set up here. Ask the district office to add one under Exchange.',
  'not-linked': () => 'Say first which class of the classroom app this is.',
  'partner-silent': ({ partner }) => `${partner} does not answer. What was sent so far is kept; try again later.`,
  'partner-stumbles': ({ things }) =>
    things === 1 ? 'It stumbled over one thing.' : `It stumbled over ${things} things.`,
  'partner-busy': ({ partner, seconds }) =>
    `${partner} asks us to wait ${seconds < 120 ? `${seconds} seconds` : `${Math.round(seconds / 60)} minutes`}.`,
  'partner-refused': ({ partner, status, what }) =>
    `${partner} answered ${status} when asked for ${what}. Try again later.`,
  'partner-credentials': ({ partner }) =>
    `${partner} does not accept our key. Ask whoever set up the exchange to check it.`,
  'partner-redirect': ({ partner }) =>
    `${partner} sends us on to another address, which is not followed. Ask whoever set up the exchange for the right one.`,
  'partner-too-large': ({ partner }) => `${partner} answers with more than 50 MB at once. Nothing was changed.`,
  'partner-endless': ({ partner, what }) =>
    `${partner} sends the same pages of ${what} over and over. Nothing was changed.`,
  'partner-unreadable': ({ partner, what, at }) =>
    `What ${partner} sent as ${what} is not by the standard${at ? `: ${at}` : ''}. Nothing was changed.`,
  'partner-calendar': ({ fault }) => `In the district's calendar, ${say(fault)} Nothing was changed.`,
  'partner-dangling': ({ field, missing }) =>
    `The district's roster speaks of ${field} "${missing}", which it does not hold. Nothing was changed.`,
  'partner-standards': ({ fault }) => `The district's standards cannot be read. ${say(fault)} Nothing was changed.`,
}

/** A problem of the server's in words; one of a newer release is told as what it is not. */
export function sayProblem(code: string, figures: object): string {
  return told(sentences, code, figures) ?? 'That could not be done. Reload the page, then try again.'
}
