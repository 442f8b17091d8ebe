import type { Differing } from '#core/report-card/declared'
import { listOf } from './counts'

const words: Readonly<Record<Differing, string>> = {
  grade: 'grade',
  remark: 'remark',
  levels: 'levels',
  habits: 'habits',
  name: 'printed name',
  line: 'words to the family',
}

/** What differs from what was declared. @example differingWords(['remark', 'levels']) // 'remark and levels' */
export const differingWords = (what: readonly string[]): string =>
  listOf(what.map((each) => words[each as Differing] ?? each))
