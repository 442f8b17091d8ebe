import Select from 'primevue/select'

/** What a list has of what is typed to find an option in it. */
interface List {
  editable: boolean
  /** What was typed within the last half second; empty or null when nothing was. */
  searchValue: string | null
  searchOptions(event: KeyboardEvent, char: string): boolean
}
interface Methods {
  onSpaceKey(this: List, event: KeyboardEvent, inText?: boolean): void
}

const { methods } = Select as unknown as { methods: Methods }

/**
 * The library's list of options, in which a space in the middle of an option's words is part of them: `RD Reading` is found
 * as it is typed, and not chosen at `RD`.
 */
export default {
  ...Select,
  methods: {
    ...methods,
    onSpaceKey(this: List, event: KeyboardEvent, inText?: boolean): void {
      if (this.editable || !this.searchValue) return methods.onSpaceKey.call(this, event, inText)
      this.searchOptions(event, ' ')
      event.preventDefault()
    },
  },
} as unknown as typeof Select
