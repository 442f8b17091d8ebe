import { accounts, Caller, type Product } from '../support/product'

/** What is in the cells of a class, by student's id and the assignment's name, or a level's record. */
export type Kept = Record<string, string>

interface Read {
  students: { id: string; familyName: string }[]
  records: {
    assignment: Record<string, { name: string }>
    cell: Record<string, Record<string, { value: object | null }>>
    levelOverride: Record<string, Record<string, { level: string | null }>>
  }
}

interface KeptClass {
  kept: Kept
  idOf: (family: string) => string
  /** The name of the assignment whose column has these words, which begin with it. */
  workOf: (words: string) => string
}

/** Every score and level that the server has of a class. */
export async function keptOf(product: Product, title: string): Promise<KeptClass> {
  const teacher = await Caller.signedIn(product, accounts.teacher)
  const classes = await teacher.get<{ id: string; title: string }[]>('/api/today')
  const { students, records } = await teacher.get<Read>(
    `/api/classes/${classes.find((each) => each.title === title)!.id}`,
  )
  const kept: Kept = {}
  for (const [student, cells] of Object.entries(records.cell))
    for (const [assignment, { value }] of Object.entries(cells))
      if (value) kept[`${student} ${records.assignment[assignment]?.name}`] = Object.values(value).join()
  for (const [student, levels] of Object.entries(records.levelOverride))
    for (const [rest, { level }] of Object.entries(levels)) if (level !== null) kept[`${student} level ${rest}`] = level
  const names = Object.values(records.assignment).map(({ name }) => name)
  return {
    kept,
    idOf: (family) => students.find((each) => each.familyName === family)!.id,
    workOf: (words) => names.filter((name) => words.startsWith(`${name}, `)).sort((a, b) => b.length - a.length)[0]!,
  }
}

/** What differs, with what is there now. */
export const movedOf = (before: Kept, now: Kept): [string, string | undefined][] =>
  [...new Set([...Object.keys(before), ...Object.keys(now)])]
    .filter((key) => before[key] !== now[key])
    .map((key): [string, string | undefined] => [key, now[key]])
    .sort()
