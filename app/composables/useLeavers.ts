/**
 * Whether students who were not in the class on a due date are typed, filled and pasted like all others: a setting of the
 * moment, which ends with the page.
 */
export function useLeavers() {
  const included = useState('leavers-included', () => false)
  return { included, forget: () => void (included.value = false) }
}
