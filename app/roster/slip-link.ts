/**
 * Where a slip's QR code leads: the front door with class code and name filled in; it asks for the PIN, or for the
 * pictures of it.
 */
export function slipLink(origin: string, code: string, name: string, hasPictures = false): string {
  const link = new URL('/', origin)
  link.searchParams.set('class', code)
  link.searchParams.set('name', name)
  if (hasPictures) link.searchParams.set('pictures', '1')
  return link.href
}
