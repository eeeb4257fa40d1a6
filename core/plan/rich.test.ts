import { describe, expect, it } from 'vitest'
import { picturesIn, plainWords, richOf, richSchema } from './index'

const paragraph = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] })

describe('words with emphasis, lists and pictures', () => {
  it('are read as plain paragraphs', () => {
    const rich = richSchema.parse({
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'Look ' },
            { type: 'text', text: 'twice', marks: [{ type: 'bold' }] },
            { type: 'text', text: '.' },
          ],
        },
        {
          type: 'bulletList',
          content: [
            { type: 'listItem', content: [paragraph('the belly')] },
            { type: 'listItem', content: [paragraph('the spout')] },
          ],
        },
        { type: 'orderedList', attrs: { start: 3 }, content: [{ type: 'listItem', content: [paragraph('pour')] }] },
        { type: 'picture', attrs: { picture: 'pot-1', words: 'a pot' } },
        { type: 'paragraph' },
      ],
    })
    expect(plainWords(rich)).toEqual(['Look twice.', '– the belly', '– the spout', '3. pour'])
    expect(picturesIn(rich)).toEqual(['pot-1'])
  })

  it('come back as they were from plain ones', () => {
    const words = ['Draw it.', 'Slowly.']
    expect(plainWords(richSchema.parse(richOf(words)))).toEqual(words)
    expect(richSchema.safeParse(richOf([''])).success).toBe(true)
  })

  it.each<[string, unknown]>([
    ['a script as a node', { type: 'script', content: [{ type: 'text', text: 'alert(1)' }] }],
    [
      'a link',
      {
        type: 'paragraph',
        content: [{ type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] }],
      },
    ],
    ['a picture from elsewhere', { type: 'picture', attrs: { picture: 'https://example.org/x.png', words: '' } }],
    ['an attribute more', { type: 'picture', attrs: { picture: 'a', words: '', onerror: 'alert(1)' } }],
    ['markup beside the tree', { type: 'paragraph', html: '<img onerror=alert(1)>' }],
    ['nothing at all', undefined],
  ])('with %s are refused', (_what, block) => {
    expect(richSchema.safeParse({ type: 'doc', content: block ? [block] : [] }).success).toBe(false)
  })

  it('keep what looks like markup as letters', () => {
    expect(plainWords(richSchema.parse(richOf(['<script>alert(1)</script>'])))).toEqual(['<script>alert(1)</script>'])
  })
})
