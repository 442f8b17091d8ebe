export function hasPostgres(): boolean
export function startPostgres(): Promise<{ url: string; stop: () => void }>
export function withPostgres<T>(work: (url: string) => Promise<T>): Promise<T>
