import { NewsFeed } from '../services/news'

let feed: Promise<NewsFeed> | undefined

/** Whoever tells of acts in this process. */
export const newsFeed = (): Promise<NewsFeed> =>
  (feed ??= dbHandle().then(({ db, listen }) => new NewsFeed(db, listen, (error) => logFault(null, error, 'news'))))

/** A stream of news has no end of its own: asked to stop, the server would wait for it. */
export async function closeNews(): Promise<void> {
  const opened = feed
  feed = undefined
  await (await opened)?.close()
}
