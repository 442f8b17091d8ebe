import { open, type FileHandle } from 'node:fs/promises'
import { promisify } from 'node:util'
import { fromFd, fromRandomAccessReader, RandomAccessReader, type Entry, type ZipFile } from 'yauzl'
import { createReadStream } from 'node:fs'
import { Problem } from '../problem'

/** How much of a zip is read at most, whatever it says of itself. */
const MOST = { entries: 400, bytes: 400_000_000, ratio: 400 }
/** Below this, no ratio is suspicious. */
const SMALL = 4_000_000

/** A class's gradebook is small beside a district's roster. */
const MOST_OF_A_CLASS = 30_000_000

/** The files of OneRoster that are read. */
const ROSTER = /^(manifest|orgs|academicSessions|courses|classes|users|roles|enrollments)\.csv$/
const GRADEBOOK = /^(manifest|categories|lineItems|results)\.csv$/

const noZip = () => new Problem(422, 'no-zip')
const bomb = () => new Problem(413, 'too-large')

/**
 * The files of a OneRoster zip, unpacked. Sizes are counted as they are unpacked, and each file is read once.
 *
 * @param path the zip; bytes in front of it, as a self-extracting one has, are passed over
 * @throws Problem `no-zip`, `too-large`
 */
export const unpackRoster = (path: string): Promise<Map<string, Buffer>> => unpackFiles(path, ROSTER, MOST.bytes)

/** The files of a class's gradebook, in the same way. */
export const unpackGradebook = (path: string): Promise<Map<string, Buffer>> =>
  unpackFiles(path, GRADEBOOK, MOST_OF_A_CLASS)

async function unpackFiles(path: string, known: RegExp, most: number): Promise<Map<string, Buffer>> {
  const file = await open(path, 'r')
  try {
    const zip = await openZip(file, path)
    return await readKnown(zip, known, most)
  } catch (error) {
    throw error instanceof Problem ? error : noZip()
  } finally {
    await file.close().catch(() => {})
  }
}

const options = { lazyEntries: true, autoClose: false, validateEntrySizes: true } as const

async function openZip(file: FileHandle, path: string): Promise<ZipFile> {
  const { size } = await file.stat()
  const before = await bytesBefore(file, size)
  if (before === 0) return promisify<number, typeof options, ZipFile>(fromFd as never)(file.fd, options)
  const reader = new ShiftedReader(path, before)
  return promisify<RandomAccessReader, number, typeof options, ZipFile>(fromRandomAccessReader as never)(
    reader,
    size - before,
    options,
  )
}

/** A file without its first bytes. */
class ShiftedReader extends RandomAccessReader {
  constructor(
    private path: string,
    private shift: number,
  ) {
    super()
  }
  override _readStreamForRange(start: number, end: number) {
    return createReadStream(this.path, { start: start + this.shift, end: end + this.shift - 1 })
  }
}

const END = Buffer.from([0x50, 0x4b, 0x05, 0x06])
const END_BYTES = 22
const COMMENT_BYTES = 65_535

/** How many bytes stand in front of the zip: what its end says of the directory's place is that much too little. */
async function bytesBefore(file: FileHandle, size: number): Promise<number> {
  const length = Math.min(size, END_BYTES + COMMENT_BYTES)
  const { buffer } = await file.read(Buffer.alloc(length), 0, length, size - length)
  const at = buffer.lastIndexOf(END)
  if (at < 0 || at + END_BYTES > length) throw noZip()
  const [directorySize, directoryAt] = [buffer.readUInt32LE(at + 12), buffer.readUInt32LE(at + 16)]
  return Math.max(size - length + at - directorySize - directoryAt, 0)
}

function readKnown(zip: ZipFile, known: RegExp, most: number): Promise<Map<string, Buffer>> {
  const found = new Map<string, Buffer>()
  let entries = 0
  let bytes = 0
  return new Promise((resolve, reject) => {
    zip.on('error', reject)
    zip.on('end', () => resolve(found))
    zip.on('entry', (entry: Entry) => {
      if (++entries > MOST.entries) return reject(bomb())
      if (!known.test(entry.fileName)) return zip.readEntry()
      if (found.has(entry.fileName)) return reject(new Problem(422, 'file-twice', { file: entry.fileName }))
      unpack(zip, entry, most - bytes).then((data) => {
        bytes += data.length
        found.set(entry.fileName, data)
        zip.readEntry()
      }, reject)
    })
    zip.readEntry()
  })
}

function unpack(zip: ZipFile, entry: Entry, most: number): Promise<Buffer> {
  const limit = Math.min(most, Math.max(SMALL, entry.compressedSize * MOST.ratio))
  return new Promise((resolve, reject) => {
    if (entry.uncompressedSize > limit) return reject(bomb())
    zip.openReadStream(entry, (error, stream) => {
      if (error) return reject(error)
      const parts: Buffer[] = []
      let size = 0
      stream.on('data', (part: Buffer) => {
        size += part.length
        if (size > limit) stream.destroy(bomb())
        else parts.push(part)
      })
      stream.on('error', reject)
      stream.on('end', () => resolve(Buffer.concat(parts)))
    })
  })
}

/**
 * The text of a file: UTF-8, UTF-16 with or without its mark, or Windows-1252, which is what it is when it is none of
 * those.
 */
export function decoded(data: Buffer): string {
  const [first, second] = data
  if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(data)
  if (first === 0xfe && second === 0xff) return new TextDecoder('utf-16be').decode(data)
  const head = data.subarray(0, 200)
  const zeros = (odd: number) => head.filter((byte, at) => byte === 0 && at % 2 === odd).length
  if (zeros(1) > head.length / 4) return new TextDecoder('utf-16le').decode(data)
  if (zeros(0) > head.length / 4) return new TextDecoder('utf-16be').decode(data)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(data)
  } catch {
    return new TextDecoder('windows-1252').decode(data)
  }
}
