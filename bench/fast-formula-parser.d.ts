/** What the bench uses of the package, which brings no types. */
declare module 'fast-formula-parser' {
  interface Place {
    row: number
    col: number
  }
  export default class FormulaParser {
    constructor(given: { onCell(place: Place): number; onRange(range: { from: Place; to: Place }): number[][] })
    parse(formula: string, at: Place & { sheet: string }): unknown
  }
}
