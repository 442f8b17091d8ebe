/** A name without what people write differently: blanks around it and capitals. */
export const plainName = (name: string): string => name.trim().toLowerCase()

/**
 * The category of another class that goes by the same name: how categories are known across classes, by whoever copies
 * a plan or an assignment, begins from a pattern, reads a file, or looks at several classes at once.
 *
 * @example categoryCalled(classroom.categories, ' tests')?.id // that of *Tests*
 */
export const categoryCalled = <C extends { name: string; removed: boolean }>(
  categories: readonly C[],
  name: string | null | undefined,
): C | undefined =>
  name === null || name === undefined
    ? undefined
    : categories.find((each) => !each.removed && plainName(each.name) === plainName(name))

/** The same among categories by id. */
export const categoryIdCalled = (
  categories: Readonly<Record<string, { name: string; removed: boolean }>>,
  name: string | null | undefined,
): string | null =>
  categoryCalled(
    Object.entries(categories).map(([id, each]) => ({ ...each, id })),
    name,
  )?.id ?? null
