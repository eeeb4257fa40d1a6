/** A line of words as a picture: for letters that the shipped face does not have the device has its own. */
export interface PicturedLine {
  readonly png: Uint8Array
  /** Of its size: how wide, how high, and how much of that lies below the line the letters stand on. */
  readonly width: number
  readonly height: number
  readonly below: number
}

/** Px that one px of the letters' size is drawn with: sharp on paper (about 600 to the inch at 17 points). */
const PX = 120

/** Draws it as the device writes it: joined, from right to left, with signs that are made of several. */
export async function picturedLine(text: string, isBold: boolean): Promise<PicturedLine> {
  const font = `${isBold ? 700 : 400} ${PX}px "Lexend Variable", system-ui, sans-serif`
  const measuring = new OffscreenCanvas(1, 1).getContext('2d')!
  measuring.font = font
  const { width, fontBoundingBoxAscent: above, fontBoundingBoxDescent: below } = measuring.measureText(text)
  const canvas = new OffscreenCanvas(Math.max(1, Math.ceil(width)), Math.ceil(above + below))
  const context = canvas.getContext('2d')!
  context.font = font
  context.fillStyle = '#201e1c'
  context.fillText(text, 0, above)
  const png = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())
  return { png, width: canvas.width / PX, height: canvas.height / PX, below: below / PX }
}
