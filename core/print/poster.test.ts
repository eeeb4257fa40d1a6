import { describe, expect, it } from 'vitest'
import { posterOn } from './index'

describe('a poster', () => {
  it('that fits one page is one page', () => {
    expect(posterOn('a4', 194, 281).pages).toEqual([
      {
        column: 0,
        row: 0,
        shows: { x: 0, y: 0, width: 194, height: 281 },
        at: { x: 8, y: 8, width: 194, height: 281 },
      },
    ])
  })

  it.each([
    ['a4', 1000, 700],
    ['a3', 1000, 700],
    ['a4', 300, 2000],
    ['a3', 421, 298],
    ['a4', 194.5, 100],
  ] as const)('on %s, %d × %d mm: every place is printed, neighbours overlap by 10 mm', (paper, width, height) => {
    const { pages, columns, rows, paper: page } = posterOn(paper, width, height)
    expect(pages).toHaveLength(columns * rows)
    for (const { shows, at, column, row } of pages) {
      expect(at.x + at.width).toBeLessThanOrEqual(page.width - 8 + 1e-9)
      expect(at.y + at.height).toBeLessThanOrEqual(page.height - 8 + 1e-9)
      const right = pages.find(each => each.column === column + 1 && each.row === row)
      if (right) expect(shows.x + shows.width - right.shows.x).toBeCloseTo(10, 9)
      else expect(shows.x + shows.width).toBeCloseTo(width, 9)
      const below = pages.find(each => each.column === column && each.row === row + 1)
      if (below) expect(shows.y + shows.height - below.shows.y).toBeCloseTo(10, 9)
      else expect(shows.y + shows.height).toBeCloseTo(height, 9)
    }
  })

  it('lies the paper where that takes fewer pages', () => {
    expect(posterOn('a4', 281, 190)).toMatchObject({ columns: 1, rows: 1, paper: { width: 297, height: 210 } })
  })
})
