import type { Selected } from '~/sheet/types'

/** Steps from the margin: to the student or the assignment beside the selected one, and shows it in the sheet. */
export function useWalk(
  active: Ref<Selected | null>,
  rows: Ref<readonly { id: string }[]>,
  columns: Ref<readonly { id: string }[]>,
  show: () => void,
) {
  const beside = (list: readonly { id: string }[], id: string | null, step: number) =>
    list[Math.min(list.length - 1, Math.max(0, list.findIndex((each) => each.id === id) + step))]!.id

  return (rowStep: number, columnStep: number): void => {
    if (!active.value) return
    const { rowId, columnId } = active.value
    active.value = {
      rowId: beside(rows.value, rowId, rowStep),
      columnId: beside(columns.value, columnId, columnStep),
    }
    void nextTick(show)
  }
}
