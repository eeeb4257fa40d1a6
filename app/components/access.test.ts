import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

/** What holds for every page, dialog and menu: told by their templates, so that a new one can't leave it out. */

const HERE = 'app'
const files = readdirSync(HERE, { recursive: true, encoding: 'utf8' })
  .filter(each => each.endsWith('.vue'))
  .map(each => ({ name: each, text: readFileSync(join(HERE, each), 'utf8') }))
const withWords = (words: RegExp) => files.filter(each => words.test(each.text)).map(each => each.name)

describe('every view', () => {
  it('is looked at here', () => expect(files.length).toBeGreaterThan(150))

  it('has its dialogs of one kind: named, focused, given back', () => {
    expect(withWords(/<v-dialog\b/).sort()).toEqual([
      'components/common/CardDialog.vue',
      'components/common/WholeDialog.vue',
    ])
  })

  it('has its heading of one kind: focused on arrival, and the title of the window', () => {
    expect(withWords(/<h1\b/)).toEqual(['components/common/PageHeading.vue'])
    const pages = files.filter(each => each.name.startsWith('pages/'))
    expect(pages.length).toBeGreaterThan(20)
    const heading = /<PageHeading\b|<ClosedSheet\b/
    expect(pages.filter(each => !heading.test(each.text)).map(each => each.name)).toEqual([])
  })

  it('has one main: that of its layout, or of the page of what went wrong', () => {
    expect(withWords(/<main\b/).sort()).toEqual(['error.vue', 'layouts/bare.vue', 'layouts/default.vue'])
  })

  it('names what tells how far something is', () => {
    const all = files.flatMap(({ name, text }) =>
      [...text.matchAll(/<v-progress-(?:linear|circular)\b[^>]*>/g)].map(([words]) => ({ name, words })),
    )
    expect(all.length).toBeGreaterThan(6)
    for (const { name, words } of all) expect(words, name).toMatch(/aria-label="/)
  })

  it('says of each menu that it is one, and of a card that opens that it is no menu', () => {
    const menus = files.flatMap(({ name, text }) =>
      [...text.matchAll(/<v-menu\b[\s\S]*?<\/v-menu>/g)].map(([words]) => ({ name, words })),
    )
    expect(menus.length).toBeGreaterThan(12)
    for (const { name, words } of menus) {
      const isList = /<v-list\b/.test(words)
      if (isList) expect(words, name).toMatch(/<v-list\s+role="menu"/)
      else expect(words, name).toMatch(/aria-haspopup="dialog"/)
      const count = (what: RegExp) => [...words.matchAll(what)].length
      expect(count(/<v-list-item\s/g), name).toBe(count(/role="menuitem"/g))
    }
  })
})
