import Papa from 'papaparse'
import type { MessageOf } from '../message'
import { clean, splitLines } from './csv-lines'
import { readDecimal } from '../number/decimal'
import { beginning, fitText } from '../text'
import { anybody, type BankEntryRecord, type Suits } from '../remarks/bank-entry'

/** The columns of a comment bank as a table; the first three are needed, in any order and case. */
const columns = [
  'code',
  'topic',
  'text',
  'percent from',
  'percent to',
  'level from',
  'level to',
  'missing work',
] as const
type Column = (typeof columns)[number]
const fields: Partial<Record<Column, Exclude<keyof Suits, 'missing'>>> = {
  'percent from': 'percentFrom',
  'percent to': 'percentTo',
  'level from': 'levelFrom',
  'level to': 'levelTo',
}
const MOST = 2000

type Entry = Pick<BankEntryRecord, 'code' | 'topic' | 'text' | 'suits'>

/** A comment bank as CSV (RFC 4180). @example bankCsv([{ code: 'G04', … }]).split('\r\n')[0] // 'code,topic,text,…' */
export function bankCsv(entries: readonly Entry[]): string {
  const rows = entries.map(({ code, topic, text, suits }) =>
    columns.map((column) => {
      const field = fields[column]
      if (field) return suits[field] ?? ''
      if (column === 'missing work') return suits.missing ? 'yes' : ''
      return { code, topic, text }[column as 'code' | 'topic' | 'text']
    }),
  )
  return Papa.unparse({ fields: [...columns], data: rows }, { newline: '\r\n', escapeFormulae: true })
}

/** A fault of one line of a bank's table; the header is line 1. */
export interface BankFault {
  line: number
  reason: MessageOf<'bank'>
}

/**
 * Reads a comment bank from CSV.
 *
 * @returns its entries, or everything that is wrong with it; never half of it
 */
export function readBankCsv(text: string): { entries: Entry[] } | { faults: BankFault[] } {
  const { header, rows, broken } = splitLines(fitText(clean(text)), '')
  const places = new Map(header.map((name, at) => [name.trim().toLowerCase(), at]))
  if (broken) return { faults: [{ line: broken.line, reason: { code: 'bank.quotes' } }] }
  const lacking = (['code', 'text'] as const).find((name) => !places.has(name))
  if (lacking) return { faults: [{ line: 1, reason: { code: 'bank.no-column', column: lacking } }] }
  if (rows.length === 0) return { faults: [{ line: 1, reason: { code: 'bank.nothing' } }] }
  if (rows.length > MOST) return { faults: [{ line: rows[MOST]!.line, reason: { code: 'bank.most', most: MOST } }] }
  const faults: BankFault[] = []
  const seen = new Map<string, number>()
  const entries = rows.map(({ line, fields: row }): Entry => {
    const fault = (reason: BankFault['reason']) => void faults.push({ line, reason })
    // A sign that keeps a spreadsheet from taking it for a formula is no part of it.
    const value = (name: Column) => (row[places.get(name) ?? -1] ?? '').trim().replace(/^'(?=[=+\-@])/, '')
    const code = value('code')
    if (!code || code.length > 12) fault({ code: 'bank.code', typed: beginning(code, 40) })
    if (!value('text')) fault({ code: 'bank.no-text' })
    if (value('text').length > 1000) fault({ code: 'bank.long', most: 1000 })
    const before = seen.get(code.toLowerCase())
    if (code && before) fault({ code: 'bank.twice', typed: code, line: before })
    seen.set(code.toLowerCase(), line)
    const suits: Suits = { ...anybody, missing: /^(yes|true|1|x)$/i.test(value('missing work')) }
    for (const [column, field] of Object.entries(fields) as [Column, Exclude<keyof Suits, 'missing'>][]) {
      const typed = value(column)
      const read = typed ? readDecimal(typed) : null
      if (typed && read === null) fault({ code: 'bank.number', column, typed: beginning(typed, 40) })
      suits[field] = read
    }
    return { code, topic: beginning(value('topic'), 40), text: value('text'), suits }
  })
  return faults.length ? { faults } : { entries }
}
