import { entryOf, isIn, joined, resolve } from '#core/remarks/bank'
import type { BankEntry } from '#core/remarks/bank-entry'
import type { CloseLine } from '~/composables/useClosing'
import { useClassBank } from '~/composables/useClassBank'

/** What is put between two entries, remembered on this machine. */
export const useJoinedBy = () => useLocalStorage<' ' | '\n'>('yukata-joined-by', ' ')

/**
 * The bank in the middle of a text: a stroke at the beginning of a word searches it where one writes, the letters of a code
 * and Tab put its entry in. The hands never leave the text.
 *
 * @param text the text that is written
 * @param field where it is written
 */
export function useBankInText(
  line: () => CloseLine,
  text: Ref<string>,
  field: Readonly<Ref<HTMLTextAreaElement | null>>,
) {
  const { entries, find } = useClassBank()
  const joinedBy = useJoinedBy()
  /** Where the stroke stands that began the search; null while none goes on. */
  const from = ref<number | null>(null)
  const at = ref(0)
  const caret = ref(0)
  const query = computed(() => (from.value === null ? '' : text.value.slice(from.value + 1, caret.value)))
  const found = computed(() => (from.value === null ? [] : find(query.value, line().facts).slice(0, 8)))
  watch(query, () => (at.value = 0))
  /** The entry that would stand there twice: said once, and taken the second time. */
  const twice = ref('')
  /** Where writing goes on behind an entry just put in: a stroke there begins a search too. */
  const behind = ref<number | null>(null)
  const close = () => {
    from.value = null
    at.value = 0
  }

  function put(next: string, place: number): void {
    text.value = next
    close()
    void nextTick(() => {
      field.value?.focus({ preventScroll: true })
      field.value?.setSelectionRange(place, place)
    })
  }

  /** Puts an entry in the place of some letters. Answers whether it is there. */
  function insert(entry: BankEntry, begin: number, end: number): boolean {
    const without = text.value.slice(0, begin) + text.value.slice(end)
    if (isIn(without, entry.text, line().student) && twice.value !== entry.id) {
      twice.value = entry.id
      return false
    }
    twice.value = ''
    const before = text.value.slice(0, begin)
    const said = resolve(entry.text, line().student)
    const head = before.trim() ? joined(before, said, joinedBy.value) : said
    const rest = text.value.slice(end).trimStart()
    put(rest ? `${head} ${rest}` : head, head.length)
    behind.value = head.length
    return true
  }
  /** The same behind all that is there. */
  const append = (entry: BankEntry) => insert(entry, text.value.length, text.value.length)

  function onInput(): void {
    caret.value = field.value?.selectionStart ?? 0
    twice.value = ''
    if (from.value !== null && (caret.value <= from.value || text.value[from.value] !== '/')) close()
  }
  /** Answers whether the key was meant for the bank. */
  function onKey(event: KeyboardEvent): boolean {
    const { selectionStart, selectionEnd, value } = event.target as HTMLTextAreaElement
    caret.value = selectionStart
    if (from.value !== null) return inSearch(event)
    const isAlone = !event.ctrlKey && !event.metaKey && !event.altKey
    const isAtWord = /(^|\s)$/.test(value.slice(0, selectionStart)) || selectionStart === behind.value
    behind.value = null
    if (event.key === '/' && isAlone && isAtWord) {
      from.value = selectionStart
      caret.value = selectionStart + 1
      return false
    }
    if (event.key !== 'Tab' || event.shiftKey || !isAlone || selectionStart !== selectionEnd) return false
    const word = /[\p{L}\p{N}]+$/u.exec(value.slice(0, selectionStart))?.[0] ?? ''
    const entry = word ? entryOf(entries.value, word) : undefined
    if (!entry) return false
    insert(entry, selectionStart - word.length, selectionStart)
    return true
  }
  function inSearch(event: KeyboardEvent): boolean {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (by && !event.altKey) {
      at.value = Math.max(0, Math.min(found.value.length - 1, at.value + by))
      return true
    }
    if (event.key === 'Enter' || event.key === 'Tab') {
      const entry = found.value[at.value]
      if (entry) insert(entry, from.value!, caret.value)
      return entry !== undefined || event.key === 'Enter'
    }
    if (event.key !== 'Escape') return false
    // What was typed for the search goes with it.
    put(text.value.slice(0, from.value!) + text.value.slice(caret.value), from.value!)
    return true
  }
  const choose = (entry: BankEntry) => insert(entry, from.value ?? text.value.length, caret.value)
  /** The text without the search that stands in it. */
  const withoutSearch = (whole: string) =>
    from.value === null ? whole : whole.slice(0, from.value) + whole.slice(Math.max(from.value + 1, caret.value))
  const twiceCode = computed(() => entries.value.find((each) => each.id === twice.value)?.code ?? '')
  return {
    isSearching: computed(() => from.value !== null),
    found,
    at,
    twiceCode,
    onInput,
    onKey,
    append,
    choose,
    close,
    withoutSearch,
  }
}
