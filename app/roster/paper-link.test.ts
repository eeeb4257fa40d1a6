import { describe, expect, it } from 'vitest'
import { paperLink, readPaperLink } from './paper-link'

describe('what the code of a printed sheet says', () => {
  it('comes back as it was written', () => {
    const of = { classId: 3, plan: 12, learner: 4711 }
    const link = paperLink('https://easel.example', of)
    expect(link).toBe('https://easel.example/?paper=3.12.4711')
    expect(readPaperLink(link)).toEqual({ ...of, origin: 'https://easel.example' })
  })

  it('is not taken for what it is not', () => {
    for (const text of [
      '',
      'hello',
      'https://easel.example/',
      'https://easel.example/?paper=',
      'https://easel.example/?paper=1.2',
      'https://easel.example/?paper=1.2.3.4',
      'https://easel.example/?paper=1.2.x',
      'https://easel.example/?paper=-1.2.3',
      'https://easel.example/?paper=1.2.99999999999999999',
    ])
      expect(readPaperLink(text), text).toBeNull()
  })
})
