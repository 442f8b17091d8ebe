/** A form that waits for a day to be picked on the year strip, and the day that it holds. */
export interface DayPicker {
  day: string
  pick: (day: string) => void
}

/** Who takes the next day that is clicked on the year strip; nobody, as a rule. */
export const usePickedDay = () => useState<DayPicker | null>('picked-day', () => null)
