import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import Busboy from '@fastify/busboy'
import type { H3Event } from 'h3'
import { Problem } from '../services/problem'

const MOST_BYTES = 60_000_000
/** What surrounds the file in a form. */
const AROUND_BYTES = 64_000

/**
 * Receives the one file of a form into a temporary file, piece by piece, so that its size is nobody's memory.
 *
 * @param name a name for it that nobody else has
 * @returns its path; whoever asked takes it away
 * @throws Problem `no-file` when there is none, `too-large` as soon as it is
 */
export async function receiveFile(event: H3Event, name: string = randomUUID()): Promise<string> {
  const headers = getRequestHeaders(event)
  if (!/^multipart\/form-data/i.test(headers['content-type'] ?? '')) throw noFile()
  if (Number(headers['content-length'] ?? 0) > MOST_BYTES + AROUND_BYTES) throw tooLarge(event)
  const path = join(tmpdir(), `yukata-${name}.zip`)
  try {
    await receiveInto(event, path, headers['content-type']!)
    return path
  } catch (error) {
    await rm(path, { force: true })
    throw error
  }
}

const noFile = () => new Problem(422, 'no-file')

function receiveInto(event: H3Event, path: string, contentType: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const form = new Busboy({
      headers: { 'content-type': contentType },
      limits: { files: 1, fields: 8, fieldSize: 1000, parts: 10, fileSize: MOST_BYTES, headerPairs: 50 },
    })
    let writing: Promise<void> | undefined
    let size = 0
    const { req } = event.node
    const fail = (error: unknown) => {
      req.unpipe(form)
      req.resume()
      reject(error)
    }
    form.on('file', (_field, file) => {
      file.on('limit', () => fail(tooLarge(event)))
      writing = pipeline(file, createWriteStream(path, { mode: 0o600 }))
      writing.catch(fail)
    })
    form.on('error', () => fail(noFile()))
    form.on('finish', () => (writing ? writing.then(resolve, fail) : fail(noFile())))
    // Whatever the form consists of, nobody sends on for ever.
    req.on('data', (piece: Buffer) => {
      size += piece.length
      if (size > MOST_BYTES + AROUND_BYTES) {
        fail(tooLarge(event))
        req.pause()
      }
    })
    req.on('aborted', () => reject(new Problem(400, 'broken-off')))
    req.pipe(form)
  })
}
