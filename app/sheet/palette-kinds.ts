/** As what palettes are written. A kind of file: what it is called, its ending and type, and what it is for. */
export interface PaletteKind {
  readonly name: string
  readonly ending: string
  readonly type: string
  readonly use: string
}
export const PALETTE_KINDS = {
  tokens: {
    name: 'Design tokens',
    ending: '.tokens.json',
    type: 'application/design-tokens+json',
    use: 'for programs of drawing and design',
  },
  css: { name: 'CSS', ending: '.css', type: 'text/css', use: 'custom properties for a web page' },
  csv: { name: 'Table', ending: '.csv', type: 'text/csv', use: 'names and colours for a spreadsheet' },
  picture: { name: 'Colour card', ending: '.png', type: 'image/png', use: 'a picture to print or to show' },
} as const satisfies Record<string, PaletteKind>
export type PaletteKindName = keyof typeof PALETTE_KINDS
