import type { Message } from '#core/message'
import { endSentences } from './sentences/ends'
import { entrySentences } from './sentences/entries'
import { fileSentences } from './sentences/files'
import { refusalSentences } from './sentences/refusals'
import { studentSentences } from './sentences/students'
import { told, type Sentences } from './sentences/sentences'

const sentences = (): Sentences<string> => ({
  ...entrySentences,
  ...refusalSentences,
  ...endSentences,
  ...studentSentences,
  ...fileSentences,
})
let all: Sentences<string> | undefined

/**
 * A message in the words of whoever reads it; one of a newer release, which this page has no words for, asks for a reload.
 *
 * @example say({ code: 'entry.negative' }) // 'Points are 0 or more.'
 */
export function say(message: Message): string {
  return told((all ??= sentences()), message.code, message) ?? entrySentences['field.unreadable']({})
}
