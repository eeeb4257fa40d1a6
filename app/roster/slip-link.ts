/** Where a slip's QR code leads: the front door with class code and name filled in; it asks for the PIN. */
export function slipLink(origin: string, code: string, name: string): string {
  const link = new URL('/', origin)
  link.searchParams.set('class', code)
  link.searchParams.set('name', name)
  return link.href
}
