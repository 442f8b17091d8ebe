import type { Columns } from './columns'
import type { Segment, Window } from './windows'

/**
 * The sums of the grading rules over columns of doubles: what `work/period.ts` says in exact fractions, fast. A result
 * here is right to about 1e-12; whoever displays it asks the exact one on a close call.
 */

const scratch = { key: new Float64Array(256), gone: new Uint8Array(256) }
const LONGEST_SEARCH = 60
/** Keys that lie closer are equal, and differ by how their doubles were made; those of three decimals lie further apart. */
const NOISE = 1e-12

/** Sums above and below the line over the kept scores of the segment added up last. */
let upper = 0
let lower = 0

/**
 * Computes one student's grade in one period, and each category's result, into `out` (percent, `NaN` for none).
 *
 * @param row the student's place in the columns
 * @param base where the student's results begin in `out`
 * @param only a category to compute anew, where nothing else can have changed; -1 computes all
 */
export function sumWindow(
  window: Window,
  columns: Columns,
  row: number,
  out: Float64Array,
  base: number,
  only = -1,
): void {
  const { method, segments, slot } = window
  const start = row * columns.assignments.length
  const byWeight = method === 'categories'
  let above = 0
  let below = 0
  let points = 0
  const searched = byWeight ? false : segments.some(isSearched)
  if (searched) searchBest(window, columns, start)
  for (let i = 0; i < segments.length; i++) {
    const segment = segments[i]!
    const to = base + slot + 1 + i
    if (only === -1 || only === i || !byWeight) {
      if (method === 'none') out[to] = NaN
      else {
        if (searched && isSearched(segment)) sumKept(segment, columns, start, keptOf(segment, segments))
        else sumSegment(segment, columns, start)
        out[to] = lower > 0 ? (100 * upper) / lower : NaN
      }
    }
    if (!segment.counts) continue
    if (!byWeight) {
      above += upper
      if (!segment.extra) below += lower
    } else if (segment.weight > 0 && out[to] === out[to] && segment.categoryId !== null) {
      if (segment.extra) points += (segment.weight * out[to]!) / 100
      else {
        above += segment.weight * out[to]!
        below += segment.weight
      }
    }
  }
  const total =
    window.exam >= 0
      ? 100 * columns.share[start + window.exam]!
      : method === 'none' || below <= 0
        ? NaN
        : byWeight
          ? above / below + points
          : (100 * above) / below
  out[base + slot] = total > window.cap ? window.cap : total
}

/** Segments whose drops are chosen for the whole period's grade. */
const isSearched = (segment: Segment) => segment.best && segment.counts && segment.dropCount > 0

function sumSegment(segment: Segment, columns: Columns, start: number): void {
  const { at, equal } = segment
  const { multiplier, size, earned, share } = columns
  if (segment.dropCount > 0) return sumDropped(segment, columns, start)
  let a = 0
  let b = 0
  if (equal)
    for (let i = 0; i < at.length; i++) {
      const column = at[i]!
      const part = share[start + column]!
      if (part === part) {
        a += multiplier[column]! * part
        b += multiplier[column]!
      }
    }
  else
    for (let i = 0; i < at.length; i++) {
      const column = at[i]!
      const part = earned[start + column]!
      if (part === part) {
        a += multiplier[column]! * part
        b += size[column]!
      }
    }
  upper = a
  lower = b
}

function sumDropped(segment: Segment, columns: Columns, start: number): void {
  const { at } = segment
  const { share, size } = columns
  const candidates = countCandidates(segment, columns, start)
  if (candidates === 0) return sumKept(segment, columns, start, null)
  const count = goneOf(segment, candidates)
  room(at.length)
  if (segment.best || (segment.keepOne && segment.dropCount >= candidates))
    return searchOne(segment, columns, start, count)
  for (let i = 0; i < at.length; i++) scratch.key[i] = share[start + at[i]!]!
  takeSmallest(at, size, count)
  sumKept(segment, columns, start, scratch.gone)
}

function countCandidates({ at }: Segment, { share }: Columns, start: number): number {
  let count = 0
  for (let i = 0; i < at.length; i++) if (share[start + at[i]!]! === share[start + at[i]!]!) count++
  return count
}

/** How many of so many candidates go: see `work/drops.ts`. */
function goneOf({ dropCount, keepOne }: Segment, candidates: number): number {
  if (dropCount < candidates) return dropCount
  return keepOne ? Math.max(0, candidates - 1) : candidates
}

/** What each score leaves above `q` times what it is out of, into the scratch; `NaN` for one that cannot be dropped. */
function writeKeys(
  { at, equal }: Segment,
  { multiplier, size, earned, share }: Columns,
  start: number,
  q: number,
): void {
  for (let i = 0; i < at.length; i++) {
    const column = at[i]!
    const part = share[start + column]!
    scratch.key[i] =
      part !== part
        ? NaN
        : equal
          ? multiplier[column]! * (part - q)
          : multiplier[column]! * earned[start + column]! - q * size[column]!
  }
}

/** Marks the `count` smallest keys as gone; of equals the smaller size, then the earlier. `NaN` is no candidate. */
function takeSmallest(at: Int32Array, size: Float64Array, count: number): void {
  const { key, gone } = scratch
  gone.fill(0, 0, at.length)
  for (let n = 0; n < count; n++) {
    let best = -1
    for (let i = 0; i < at.length; i++) {
      if (gone[i] || key[i] !== key[i]) continue
      const apart = best < 0 ? -1 : key[i]! - key[best]!
      const isTie = Math.abs(apart) <= NOISE * (1 + Math.abs(key[i]!))
      if (best < 0 || (isTie ? size[at[i]!]! < size[at[best]!]! : apart < 0)) best = i
    }
    if (best < 0) return
    gone[best] = 1
  }
}

/** Sums what stays; `gone` marks what does not, null takes nothing away. */
function sumKept(segment: Segment, columns: Columns, start: number, gone: Uint8Array | null, from = 0): void {
  const { at, equal } = segment
  upper = lower = 0
  for (let i = 0; i < at.length; i++) {
    if (gone?.[from + i]) continue
    const column = at[i]!
    const part = (equal ? columns.share : columns.earned)[start + column]!
    if (part !== part) continue
    upper += columns.multiplier[column]! * part
    lower += equal ? columns.multiplier[column]! : columns.size[column]!
  }
}

/** The drop that is best for one category: see `work/drops.ts` for the method. */
function searchOne(segment: Segment, columns: Columns, start: number, count: number): void {
  const { at } = segment
  const { size } = columns
  sumKept(segment, columns, start, null)
  let q = lower > 0 ? upper / lower : 0
  for (let turn = 0; turn < LONGEST_SEARCH; turn++) {
    writeKeys(segment, columns, start, q)
    takeSmallest(at, size, count)
    sumKept(segment, columns, start, scratch.gone)
    const next = lower > 0 ? upper / lower : q
    if (Math.abs(next - q) <= 1e-13 * (1 + q)) return
    q = next
  }
}

// The search over a whole period keeps its marks per segment, one after the other.
let marks = new Uint8Array(512)
const offsets: number[] = []

function searchBest(window: Window, columns: Columns, start: number): void {
  const { segments } = window
  let length = 0
  let fixedUpper = 0
  let fixedLower = 0
  let gradable = false
  offsets.length = 0
  for (const segment of segments) {
    offsets.push(length)
    length += segment.at.length
    if (isSearched(segment)) {
      const candidates = countCandidates(segment, columns, start)
      gradable ||= !segment.extra && candidates > goneOf(segment, candidates)
    }
    if (isSearched(segment) || !segment.counts) continue
    sumSegment(segment, columns, start)
    fixedUpper += upper
    if (!segment.extra) fixedLower += lower
  }
  if (marks.length < length) marks = new Uint8Array(length * 2)
  marks.fill(0, 0, length)
  // Extra credit alone makes no grade; then each category's own result decides.
  if (!gradable && fixedLower <= 0) {
    segments.forEach((segment, s) => {
      if (!isSearched(segment) || countCandidates(segment, columns, start) === 0) return
      sumDropped(segment, columns, start)
      marks.set(scratch.gone.subarray(0, segment.at.length), offsets[s]!)
    })
    return
  }
  let q = -1
  for (let turn = 0; turn < LONGEST_SEARCH; turn++) {
    let a = fixedUpper
    let b = fixedLower
    for (let s = 0; s < segments.length; s++) {
      const segment = segments[s]!
      if (!isSearched(segment)) continue
      if (q >= 0) markSmallest(segment, columns, start, q, offsets[s]!)
      sumKept(segment, columns, start, marks, offsets[s]!)
      a += upper
      if (!segment.extra) b += lower
    }
    const next = b > 0 ? a / b : 0
    if (q >= 0 && Math.abs(next - q) <= 1e-13 * (1 + q)) return
    q = next
  }
}

function markSmallest(segment: Segment, columns: Columns, start: number, q: number, offset: number): void {
  const { at } = segment
  const count = goneOf(segment, countCandidates(segment, columns, start))
  room(at.length)
  // Under the period's line extra credit adds nothing below, so only what it adds above tells.
  writeKeys(segment, columns, start, segment.extra ? 0 : q)
  takeSmallest(at, columns.size, count)
  marks.set(scratch.gone.subarray(0, at.length), offset)
}

/** What the search of the period took from the segment. */
const keptOf = (segment: Segment, segments: readonly Segment[]) => {
  const at = offsets[segments.indexOf(segment)]!
  return marks.subarray(at, at + segment.at.length)
}

function room(length: number): void {
  if (scratch.key.length >= length) return
  scratch.key = new Float64Array(length * 2)
  scratch.gone = new Uint8Array(length * 2)
}
