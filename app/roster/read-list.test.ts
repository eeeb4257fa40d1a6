import { describe, expect, it } from 'vitest'
import { csvOf } from '../sheet/csv'
import { decodedList, readList } from './read-list'

const utf16 = (text: string, isBig: boolean) =>
  Uint8Array.from(
    [...`\uFEFF${text}`].flatMap(letter => {
      const code = letter.charCodeAt(0)
      return isBig ? [code >> 8, code & 255] : [code & 255, code >> 8]
    }),
  )

describe('the bytes of a list', () => {
  it.each<[string, Uint8Array]>([
    ['UTF-8', new TextEncoder().encode('Zoë Pell')],
    ['UTF-8 with its mark', new TextEncoder().encode('\uFEFFZoë Pell')],
    ['UTF-16, small end first', utf16('Zoë Pell', false)],
    ['UTF-16, big end first', utf16('Zoë Pell', true)],
    ['windows-1252', Uint8Array.from([0x5a, 0x6f, 0xeb, 0x20, 0x50, 0x65, 0x6c, 0x6c])],
  ])('%s are read', (_name, bytes) => {
    expect(decodedList(bytes)).toBe('Zoë Pell')
  })
})

describe('a pasted list', () => {
  // RFC 4180, 2.: quoted cells may hold commas, line breaks and doubled quotes.
  it.each<[string, string, string[]]>([
    ['a name a line', 'Ada Tregear\nBo Hask\r\n\nCissy Rooke', ['Ada Tregear', 'Bo Hask', 'Cissy Rooke']],
    ['columns with semicolons', 'Name;PIN\nAda Tregear;4471\nBo Hask;', ['Ada Tregear', 'Bo Hask']],
    ['columns out of a spreadsheet', 'First name\tLast name\nAda\tTregear', ['Ada Tregear']],
    ['quoted cells', 'Name,Note\r\n"Tregear, Ada","says ""hello"""\r\n"Bo\nHask",', ['Tregear, Ada', 'Bo Hask']],
  ])('%s', (_name, text, names) => {
    expect(readList(text, []).learners.map(each => each.name)).toEqual(names)
  })

  it('leaves out who is there already', () => {
    const { learners, left } = readList('Ada Tregear\nBo Hask', ['Ada Tregear'])
    expect([learners.length, left[0]!.row]).toEqual([1, 1])
  })
})

describe('a list as CSV', () => {
  it('quotes what needs it, ends lines as the standard says, and makes no formula', () => {
    expect(
      csvOf([
        ['Name', 'PIN'],
        ['Tregear, "Ada"', 4471],
        ['=1+1', 2],
      ]),
    ).toBe('Name,PIN\r\n"Tregear, ""Ada""",4471\r\n"\'=1+1",2\r\n')
  })

  it.each(['=cmd', '+1', '-1', '@x', '\tx'])('%j begins with an apostrophe', cell => {
    expect(csvOf([[cell]])).toContain(`'${cell}`)
  })

  it('is read back as it was', () => {
    expect(
      readList(
        csvOf([
          ['Name', 'PIN'],
          ['Tregear, Ada', '4471'],
        ]),
        [],
      ).learners,
    ).toEqual([{ name: 'Tregear, Ada', pin: '4471', row: 2 }])
  })
})
