import { z } from 'zod'

/**
 * Words with emphasis, lists and pictures, as a tree of these nodes only: there is no markup in it that could run. The
 * shape is that of ProseMirror's JSON, which the editor reads and writes.
 */

/** Characters of a run at most. */
const GREATEST_RUN = 4000

const textSchema = z.strictObject({
  type: z.literal('text'),
  text: z.string().min(1).max(GREATEST_RUN),
  marks: z
    .array(z.strictObject({ type: z.enum(['bold', 'italic']) }))
    .max(2)
    .optional(),
})
const breakSchema = z.strictObject({ type: z.literal('hardBreak') })
const pictureSchema = z.strictObject({
  type: z.literal('picture'),
  /** A picture of the plan, and what it shows in words. */
  attrs: z.strictObject({ picture: z.string().regex(/^[a-z0-9-]{1,60}$/), words: z.string().max(200) }),
})
const paragraphSchema = z.strictObject({
  type: z.literal('paragraph'),
  content: z
    .array(z.discriminatedUnion('type', [textSchema, breakSchema]))
    .max(400)
    .optional(),
})
const itemSchema = z.strictObject({ type: z.literal('listItem'), content: z.array(paragraphSchema).min(1).max(20) })
const bulletsSchema = z.strictObject({ type: z.literal('bulletList'), content: z.array(itemSchema).min(1).max(60) })
const numbersSchema = z.strictObject({
  type: z.literal('orderedList'),
  attrs: z.strictObject({ start: z.int().min(1).max(999), type: z.null().optional() }).optional(),
  content: z.array(itemSchema).min(1).max(60),
})
const blockSchema = z.discriminatedUnion('type', [paragraphSchema, bulletsSchema, numbersSchema, pictureSchema])

export const richSchema = z.strictObject({ type: z.literal('doc'), content: z.array(blockSchema).min(1).max(80) })
export type Rich = z.infer<typeof richSchema>
export type RichBlock = z.infer<typeof blockSchema>
export type RichParagraph = z.infer<typeof paragraphSchema>

/** Its paragraphs as plain words, empty ones left out; an item of a list is one with its sign. */
export function plainWords({ content }: Rich): string[] {
  return content.flatMap(block => {
    switch (block.type) {
      case 'paragraph':
        return textOf(block)
      case 'picture':
        return []
      default:
        return block.content.flatMap((item, i) =>
          item.content
            .flatMap(textOf)
            .map((text, k) =>
              k ? text : `${block.type === 'bulletList' ? '–' : `${(block.attrs?.start ?? 1) + i}.`} ${text}`,
            ),
        )
    }
  })
}

function textOf({ content = [] }: RichParagraph): string[] {
  const text = content
    .map(each => (each.type === 'text' ? each.text : '\n'))
    .join('')
    .trim()
  return text ? [text] : []
}

/** Paragraphs as such a tree. */
export function richOf(words: readonly string[]): Rich {
  return {
    type: 'doc',
    content: words.map(text => ({ type: 'paragraph', ...(text && { content: [{ type: 'text', text }] }) })),
  }
}

/** The pictures of the plan that the words show. */
export function picturesIn({ content }: Rich): string[] {
  return content.flatMap(block => (block.type === 'picture' ? [block.attrs.picture] : []))
}
