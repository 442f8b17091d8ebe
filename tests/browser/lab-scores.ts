import type { Page } from '@playwright/test'
import { accounts, Caller, type Product } from '../support/product'
import type { Desk } from './fixtures'

interface Snapshot {
  students: { id: string }[]
  records: {
    assignment: Record<string, { shortName: string }>
    cell: Record<string, Record<string, { value: { points: string } | null; note: string }>>
  }
}
/** What the server has of the first class: its scores of one assignment from the top, and how to reach them. */
export async function held(product: Product) {
  const teacher = await Caller.signedIn(product, accounts.teacher)
  const [{ id }] = await teacher.get<[{ id: string }]>('/api/today')
  const snapshot = await teacher.get<Snapshot>(`/api/classes/${id}`)
  const assignment = Object.entries(snapshot.records.assignment).find(([, each]) => each.shortName === 'Lab')![0]
  const cells = snapshot.students.map(({ id: student }) => snapshot.records.cell[student]?.[assignment])
  return {
    classId: id,
    teacher,
    assignment,
    students: snapshot.students,
    scores: cells.map((each) => each?.value?.points ?? null),
    cells,
  }
}
export const LAB = 'Sediment lab report'
export const first = (desk: Desk) => desk.cell('Achterberg, Rosalind', LAB)
export const status = (page: Page) => page.locator('.status b')
export const list = (page: Page) => page.locator('.status .list')
