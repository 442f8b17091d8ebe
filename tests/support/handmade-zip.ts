import { crc32, deflateRawSync } from 'node:zlib'

const packs = new Map<Buffer, Buffer>()
const packedOf = (data: Buffer) => packs.get(data) ?? packs.set(data, deflateRawSync(data)).get(data)!

/** A zip written by hand, whose entries say of themselves what they like. */
export function handmade(
  entries: { name: string; data: Buffer; says?: number }[],
  overlapping = false,
): Uint8Array<ArrayBuffer> {
  const parts: Buffer[] = []
  const directory: Buffer[] = []
  let at = 0
  let first = 0
  for (const [i, { name, data, says }] of entries.entries()) {
    const packed = packedOf(data)
    const head = Buffer.alloc(30)
    head.writeUInt32LE(0x04034b50, 0)
    head.writeUInt16LE(20, 4)
    head.writeUInt16LE(8, 8)
    head.writeUInt32LE(crc32(data), 14)
    head.writeUInt32LE(packed.length, 18)
    head.writeUInt32LE(says ?? data.length, 22)
    head.writeUInt16LE(name.length, 26)
    const place = overlapping && i > 0 ? first : at
    if (!overlapping || i === 0) {
      parts.push(head, Buffer.from(name), packed)
      first = at
      at += head.length + name.length + packed.length
    }
    const entry = Buffer.alloc(46)
    entry.writeUInt32LE(0x02014b50, 0)
    entry.writeUInt16LE(20, 4)
    entry.writeUInt16LE(20, 6)
    entry.writeUInt16LE(8, 10)
    entry.writeUInt32LE(crc32(data), 16)
    entry.writeUInt32LE(packed.length, 20)
    entry.writeUInt32LE(says ?? data.length, 24)
    entry.writeUInt16LE(name.length, 28)
    entry.writeUInt32LE(place, 42)
    directory.push(entry, Buffer.from(name))
  }
  const list = Buffer.concat(directory)
  const end = Buffer.alloc(22)
  end.writeUInt32LE(0x06054b50, 0)
  end.writeUInt16LE(entries.length, 8)
  end.writeUInt16LE(entries.length, 10)
  end.writeUInt32LE(list.length, 12)
  end.writeUInt32LE(at, 16)
  return new Uint8Array(Buffer.concat([...parts, list, end]))
}
