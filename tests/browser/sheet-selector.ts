import { selectors } from '@playwright/test'

/** What is looked for in the row of a student: the cell under a column, or a computed value. */
export interface InRow {
  student: string
  /** The beginning of the column's words. */
  column?: string
  result?: string
}

/**
 * Finds what stands in a student's row in one walk through the page. As an XPath the same walks through the page again for
 * every cell, which takes seconds of the page's own time, in which nothing else happens on it.
 */
const inRow = () => {
  const all = (root: Element | Document, wish: string): Element[] => {
    const { student, column, result } = JSON.parse(wish) as InRow
    const rows = new Set(
      [...root.querySelectorAll<HTMLElement>('[role=rowheader]')]
        .filter((head) => head.title === student)
        .map((head) => head.dataset.row),
    )
    const columns = new Set(
      [...root.querySelectorAll('[role=columnheader]')]
        .filter((head) => column !== undefined && head.ariaLabel?.startsWith(column))
        .map((head) => head.ariaColIndex),
    )
    const isMeant = (element: HTMLElement) =>
      result === undefined ? columns.has(element.ariaColIndex) : element.dataset.result === result
    return [...root.querySelectorAll<HTMLElement>('[data-row]')]
      .filter((row) => rows.has(row.dataset.row))
      .flatMap((row) => [
        ...row.querySelectorAll<HTMLElement>(result === undefined ? '[role=gridcell]' : '[data-result]'),
      ])
      .filter(isMeant)
  }
  return { query: (root: Element | Document, wish: string) => all(root, wish)[0] ?? null, queryAll: all }
}

void selectors.register('in-row', inRow)

export const locatorOf = (wish: InRow): string => `in-row=${JSON.stringify(wish)}`
