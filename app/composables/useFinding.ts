/** Whether *Find or do* is open. */
export const useFinding = () => useState('finding', () => false)
