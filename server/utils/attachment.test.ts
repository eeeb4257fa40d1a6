import { describe, expect, it } from 'vitest'
import { attachment } from './attachment'

describe('the head of a file that is saved', () => {
  it('names it plainly where that is enough', () => {
    expect(attachment('The tin kettle.png')).toBe('attachment; filename="The tin kettle.png"')
  })

  it('names it in any letters, and in plain ones for those who can’t read them (RFC 6266, RFC 8187)', () => {
    const head = attachment('Kännchen – 茶.png')
    expect(head).toContain("filename*=UTF-8''K%C3%A4nnchen%20%E2%80%93%20%E8%8C%B6.png")
    expect(head).toMatch(/^attachment; filename="K.nnchen . \?\.png"/)
  })

  it.each(['a/b.png', 'a\\b.png', 'a:b.png', 'a"b.png', 'a|b.png'])('leaves out what no system takes: %s', name => {
    expect(attachment(name)).toBe('attachment; filename="a-b.png"')
  })

  it('lets nobody write another head into it', () => {
    expect(attachment('a\r\nSet-Cookie: x=1.png')).not.toMatch(/[\r\n]/)
  })
})
