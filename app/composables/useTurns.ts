/**
 * Lets the parts of a sheet take up something new in turns, one part in each frame, so that no frame has to do it all.
 *
 * @param now what is new
 * @returns what each part has, and the ways to take up what is new: all parts at once, or in turn from the next frame on
 */
export function useTurns<T>(now: () => T, parts: number) {
  const taken = shallowRef<T[]>(Array.from({ length: parts }, now))
  let frame = 0
  let turn = 0
  let left = 0

  function atOnce(): void {
    cancelAnimationFrame(frame)
    const all = now()
    taken.value = taken.value.map(() => all)
  }
  function inTurn(): void {
    cancelAnimationFrame(frame)
    left = parts
    frame = requestAnimationFrame(next)
  }
  function next(): void {
    taken.value = taken.value.with(turn, now())
    turn = (turn + 1) % parts
    if (--left > 0) frame = requestAnimationFrame(next)
  }
  onScopeDispose(() => cancelAnimationFrame(frame))

  return { taken, atOnce, inTurn }
}
