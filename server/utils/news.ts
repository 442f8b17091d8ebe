import { NewsDesk } from '../services/news'

let desk: Promise<NewsDesk> | undefined

/** Whoever tells of acts in this process. */
export const newsDesk = (): Promise<NewsDesk> =>
  (desk ??= dbHandle().then(({ db, hear }) => new NewsDesk(db, hear, (error) => logFault(null, error, 'news'))))

/** A stream of news has no end of its own: asked to stop, the server would wait for it. */
export const closeNews = async (): Promise<void> => (await desk)?.close()
