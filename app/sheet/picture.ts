/** A mark is printed no larger than this; more pixels would not be seen. */
const SIDE = 280
/** What a mark may take, as base 64. */
const MOST = 80_000

/**
 * A picture as a small PNG in base 64, drawn anew: whatever else its file holds stays behind.
 *
 * @returns null where the browser cannot read it, or it stays too large
 */
export async function pngOf(file: Blob): Promise<string | null> {
  try {
    const picture = await createImageBitmap(file)
    for (let side = SIDE; side >= 60; side *= 0.7) {
      const share = Math.min(1, side / Math.max(picture.width, picture.height))
      const canvas = document.createElement('canvas')
      canvas.width = Math.max(1, Math.round(picture.width * share))
      canvas.height = Math.max(1, Math.round(picture.height * share))
      canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
      const png = canvas.toDataURL('image/png').replace(/^[^,]*,/, '')
      if (png.length <= MOST) return png
    }
    return null
  } catch {
    return null
  }
}
