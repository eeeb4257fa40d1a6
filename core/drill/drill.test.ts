/* eslint-disable max-lines -- every warm-up, right and wrong, in one table */
import { describe, expect, it } from 'vitest'
import { toolSettings } from '../brush'
import { difference00 } from '../colour'
import type { Act } from '../drawing'
import { fitCircle, type Point } from '../geometry'
import type { Tile } from '../kernels'
import { DRILL_NAMES, DRILLS, drillResult, drillTask, OWN, type DrillName, type Prompt, type Task } from './index'
import { ellipsePoints } from './strokes'
import { straight, strokeAct, tried } from './testing'
import { loadKernels } from '../kernels'

const kernels = loadKernels()

const SEEDS = [1, 2, 77, 4242]
const dots = ({ prompts }: Task) => prompts.flatMap(each => (each.kind === 'dot' ? [each.at] : []))
const of = <K extends Prompt['kind']>({ prompts }: Task, kind: K) =>
  prompts.filter((each): each is Extract<Prompt, { kind: K }> => each.kind === kind)
const pairs = <T>(list: readonly T[], size: number) =>
  Array.from({ length: list.length / size }, (_, i) => list.slice(i * size, (i + 1) * size))
/** Draws, and says what comes of it. */
function result(name: DrillName, seed: number, draw: (task: Task) => Act[], set = {}) {
  const task = drillTask(name, seed)
  return drillResult(kernels, name, seed, tried(task, draw(task), set))
}
const lines = (paths: readonly (readonly Point[])[]) => paths.map(path => strokeAct(path))
const turned = ({ x, y }: Point, about: Point, degrees: number): Point => {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
  return { x: about.x + (x - about.x) * c - (y - about.y) * s, y: about.y + (x - about.x) * s + (y - about.y) * c }
}
const middle = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
/** Bowed to one side by a share of the length. */
const bowed = (a: Point, b: Point, share: number) =>
  straight(a, b).map(({ x, y }, i, all) => {
    const t = i / (all.length - 1)
    const by = 4 * t * (1 - t) * share
    return { x: x - (b.y - a.y) * by, y: y + (b.x - a.x) * by }
  })

describe('every warm-up', () => {
  it.each(DRILL_NAMES)('%s is the same for the same seed, another for another, and lies on its sheet', name => {
    expect(drillTask(name, 7)).toEqual(drillTask(name, 7))
    expect(JSON.stringify(drillTask(name, 7))).not.toBe(JSON.stringify(drillTask(name, 8)))
    for (const seed of SEEDS) {
      const task = drillTask(name, seed)
      const places = task.prompts.flatMap(each => (each.kind === 'dot' ? [each.at] : each.points))
      for (const { x, y } of places) {
        expect(x).toBeGreaterThan(0)
        expect(x).toBeLessThan(task.sheet.width)
        expect(y).toBeGreaterThan(0)
        expect(y).toBeLessThan(task.sheet.height)
      }
    }
  })

  it('has each of them once, by its name', () => {
    expect(Object.keys(DRILLS).sort()).toEqual([...DRILL_NAMES].sort())
  })

  it.each(DRILL_NAMES)('%s says nothing of a sheet on which nothing was done', name => {
    const { score, sentence } = result(name, 3, () => [])
    expect(score).toBeNull()
    expect(sentence.length).toBeGreaterThan(5)
  })
})

describe('lines', () => {
  it.each(SEEDS)('through two dots: straight ones are right, bowed ones are so much off (seed %i)', seed => {
    const draw = (share: number) =>
      result('line-through-dots', seed, task => lines(pairs(dots(task), 2).map(([a, b]) => bowed(a!, b!, share))))
    expect(draw(0).score).toBeGreaterThanOrEqual(97)
    // A parabola's greatest height is known: 4 %.
    expect(draw(0.04).figures[0]!.value).toBeCloseTo(4, 0)
    expect(draw(0.04).score!).toBeLessThan(draw(0.02).score!)
    expect(draw(0.04).marks.some(mark => mark.kind === 'ring')).toBe(true)
  })

  it('through two dots: those that are missing cost their share', () => {
    const some = result('line-through-dots', 1, task =>
      lines(
        pairs(dots(task), 2)
          .slice(0, 3)
          .map(([a, b]) => straight(a!, b!)),
      ),
    )
    expect(some.score).toBe(50)
    expect(some.sentence).toMatch(/3 of 6/)
  })

  it.each(SEEDS)('side by side: tilt and gaps are measured (seed %i)', seed => {
    const draw = (tilt: number, jitter: number) =>
      result('parallels', seed, task => {
        const [a, b] = of(task, 'line')[0]!.points as [Point, Point]
        const to = dots(task)[0]!
        const [gx, gy] = [to.x - a.x, to.y - a.y]
        return lines(
          [1, 2, 3, 4, 5].map(i => {
            const by = i + (i % 2 ? jitter : 0)
            const [p, q] = [
              { x: a.x + gx * by, y: a.y + gy * by },
              { x: b.x + gx * by, y: b.y + gy * by },
            ]
            return straight(turned(p, middle(p, q), tilt), turned(q, middle(p, q), tilt))
          }),
        )
      })
    expect(draw(0, 0).score).toBeGreaterThanOrEqual(97)
    expect(draw(6, 0).figures[0]!.value).toBeCloseTo(6, 0)
    expect(draw(0, 0.3).figures[1]!.value).toBeGreaterThan(20)
  })

  it('as hatching: even and inside is right; leaning or over the edge is not', () => {
    const draw = (lean: number, over: number) =>
      result('hatching', 5, task => {
        const [low, , high] = of(task, 'shape')[0]!.points as [Point, Point, Point]
        const [a, b] = of(task, 'line')[0]!.points as [Point, Point]
        const angle = Math.atan2(b.y - a.y, b.x - a.x) + (lean * Math.PI) / 180
        const centre = middle(low, high)
        const inside = ({ x, y }: Point) =>
          x >= low.x - over && x <= high.x + over && y >= low.y - over && y <= high.y + over
        return lines(
          Array.from({ length: 15 }, (_, i) => {
            const off = 26 * (i - 7)
            const at = (t: number) => ({
              x: centre.x - off * Math.sin(angle) + t * Math.cos(angle),
              y: centre.y + off * Math.cos(angle) + t * Math.sin(angle),
            })
            return Array.from({ length: 300 }, (_, k) => at(2 * k - 300)).filter(inside)
          }).filter(path => path.length > 12),
        )
      })
    expect(draw(0, 0).score).toBeGreaterThanOrEqual(93)
    expect(draw(8, 0).figures[0]!.value).toBeCloseTo(8, 0)
    expect(draw(0, 40).figures[2]!.value).toBeGreaterThan(5)
  })
})

describe('round lines', () => {
  it.each(SEEDS)('a circle in a square: one that is 8 %% too large is 8 %% off (seed %i)', seed => {
    const draw = (by: number, turns = 1) =>
      result('circle-in-square', seed, task =>
        lines(
          of(task, 'shape').map(({ points }) => {
            const [a, , c] = points as [Point, Point, Point]
            const all = ellipsePoints((a.x + c.x) / 2, (a.y + c.y) / 2, ((c.x - a.x) / 2) * by, ((c.x - a.x) / 2) * by)
            return all.slice(0, Math.round(all.length * turns))
          }),
        ),
      )
    expect(draw(1).score).toBeGreaterThanOrEqual(95)
    expect(draw(1.08).figures[0]!.value).toBeCloseTo(8, 0)
    expect(draw(1, 0.9).figures[1]!.value).toBeGreaterThan(7)
    expect(draw(1, 0.9).sentence).toMatch(/past where you began/)
  })

  it.each(SEEDS)('a circle through three dots is the one round their middle (seed %i)', seed => {
    const draw = (by: number) =>
      result('circle-through-dots', seed, task =>
        lines(
          pairs(dots(task), 3).map(three => {
            const { x, y, radius } = fitCircle(three)!
            return ellipsePoints(x, y, radius * by, radius * by)
          }),
        ),
      )
    expect(draw(1).score).toBeGreaterThanOrEqual(97)
    expect(draw(0.9).figures[0]!.value).toBeCloseTo(10, 0)
  })

  it.each(SEEDS)('an ellipse about an axis: turned by 7° it is 7° off (seed %i)', seed => {
    const draw = (tilt: number, wider: number) =>
      result('ellipse-on-axis', seed, task =>
        lines(
          pairs(dots(task), 4).map(four => {
            const [a, b, c, d] = four as [Point, Point, Point, Point]
            const centre = middle(a, b)
            const [long, short] = [Math.hypot(a.x - b.x, a.y - b.y) / 2, Math.hypot(c.x - d.x, c.y - d.y) / 2]
            const angle = Math.atan2(a.y - b.y, a.x - b.x) + (tilt * Math.PI) / 180
            return ellipsePoints(centre.x, centre.y, long, short * wider, angle)
          }),
        ),
      )
    expect(draw(0, 1).score).toBeGreaterThanOrEqual(96)
    expect(draw(7, 1).figures[0]!.value).toBeCloseTo(7, 0)
    expect(draw(0, 1.2).figures[1]!.value).toBeCloseTo(10, 0)
  })

  it.each(SEEDS)('a bow through three dots, and a straight line instead of it (seed %i)', seed => {
    const draw = (isFlat: boolean) =>
      result('arcs', seed, task =>
        lines(
          pairs(dots(task), 3).map(three => {
            const [from, , to] = three as [Point, Point, Point]
            if (isFlat) return straight(from, to)
            const { x, y, radius } = fitCircle(three)!
            const [a, b] = [Math.atan2(from.y - y, from.x - x), Math.atan2(to.y - y, to.x - x)]
            const sweep = ((b - a + 3 * Math.PI) % (2 * Math.PI)) - Math.PI
            return Array.from({ length: 60 }, (_, i) => ({
              x: x + radius * Math.cos(a + (sweep * i) / 59),
              y: y + radius * Math.sin(a + (sweep * i) / 59),
            }))
          }),
        ),
      )
    expect(draw(false).score).toBeGreaterThanOrEqual(96)
    expect(draw(true).figures[0]!.points).toBeLessThan(draw(false).figures[0]!.points - 15)
  })

  it.each(SEEDS)('a spiral: that of Archimedes is even, one that hurries is not (seed %i)', seed => {
    const draw = (power: number, more: number) =>
      result('spiral', seed, task => {
        const [centre, outer] = dots(task) as [Point, Point]
        const turns = Number(/in (\d) even/.exec(task.asks)![1]) + more
        const radius = Math.hypot(outer.x - centre.x, outer.y - centre.y)
        const end = Math.atan2(outer.y - centre.y, outer.x - centre.x)
        return lines([
          Array.from({ length: 600 }, (_, i) => {
            const t = i / 599
            const angle = end - 2 * Math.PI * turns * (1 - t)
            return {
              x: centre.x + radius * t ** power * Math.cos(angle),
              y: centre.y + radius * t ** power * Math.sin(angle),
            }
          }),
        ])
      })
    expect(draw(1, 0).score).toBeGreaterThanOrEqual(90)
    expect(draw(1.7, 0).figures[0]!.points).toBeLessThan(78)
    expect(draw(1, 1).sentence).toMatch(/are asked/)
  })
})

describe('the weight of the hand', () => {
  const ramp = (seed: number, pressure: (t: number) => number) =>
    result('ramp-width', seed, task => {
      const labelled = of(task, 'dot')
      return pairs(labelled, 2).map(([left, right]) => {
        const isGrowing = left!.label === 'thin'
        return strokeAct(straight(left!.at, right!.at, 200), { pressure: t => pressure(isGrowing ? t : 1 - t) })
      })
    })

  it('grows evenly, or in one jump', () => {
    for (const seed of SEEDS) expect(ramp(seed, t => 0.1 + 0.8 * t).score).toBeGreaterThanOrEqual(95)
    expect(ramp(1, t => (t < 0.5 ? 0.1 : 0.9)).figures[0]!.points).toBeLessThan(50)
    expect(ramp(1, t => 0.9 - 0.8 * t).sentence).toMatch(/the other way/)
    expect(ramp(1, t => 0.5 + 0.1 * t).figures[1]!.value).toBeCloseTo(10, -1)
  })

  it('of a pointer that feels none is not judged', () => {
    expect(ramp(1, () => 0.5)).toMatchObject({ score: null })
  })

  it('from light to dark: an even band is right, a step is not', () => {
    const draw = (tone: (t: number) => number) => {
      for (let seed = 1; ; seed++) {
        const task = drillTask('ramp-dark', seed)
        if (!task.asks.includes('white at the left')) continue
        const blank = tried(task, [strokeAct(straight({ x: 10, y: 10 }, { x: 90, y: 10 }))])
        return drillResult(kernels, 'ramp-dark', seed, {
          ...blank,
          drawing: {
            ...blank.drawing,
            layers: blank.drawing.layers.map(each => (each.id === OWN ? { ...each, tiles: toned(task, tone) } : each)),
          },
        })
      }
    }
    expect(draw(t => 0.75 * t).score).toBeGreaterThanOrEqual(95)
    expect(draw(t => (t < 0.5 ? 0 : 0.75)).figures[0]!.points).toBeLessThan(45)
    expect(draw(t => 0.25 * t).sentence).toMatch(/dare the dark/)
  })

  /** Paint whose alpha follows the way across the band. */
  function toned(task: Task, tone: (t: number) => number): Map<number, Tile> {
    const { sheet } = task
    const across = of(task, 'shape')[0]!.points.map(({ x }) => x)
    const [low, high] = [Math.min(...across), Math.max(...across)]
    const tiles = new Map<number, Tile>()
    const columns = Math.ceil(sheet.width / 256)
    for (let number = 0; number < columns * Math.ceil(sheet.height / 256); number++) {
      const tile = new Uint8Array(256 * 256 * 4)
      for (let i = 0; i < 256 * 256; i++) {
        const x = 256 * (number % columns) + (i % 256)
        tile[4 * i + 3] = Math.round(255 * tone(Math.min(Math.max((x - low) / (high - low), 0), 1)))
      }
      tiles.set(number, tile)
    }
    return tiles
  }
})

describe('closing', () => {
  it('by eye: the line that was left out is right, a straight one is not', () => {
    for (const seed of SEEDS) {
      // What was left out is marked once something was tried.
      const given = drillTask('close-by-eye', seed).given.filter(act => act.kind === 'stroke')
      const ends = given.map(act => {
        const { samples } = act as Extract<Act, { kind: 'stroke' }>
        const at = (i: number) => ({ x: samples[i]! / 16, y: samples[i + 1]! / 16 })
        return [at(samples.length - 4), at(0)] as const
      })
      const across = result('close-by-eye', seed, () => lines(ends.map(([a, b]) => straight(a, b))))
      const truth = across.marks.flatMap(mark =>
        mark.kind === 'path' ? [pairs(mark.points, 2).map(([x, y]) => ({ x: x!, y: y! }))] : [],
      )
      expect(truth).toHaveLength(3)
      expect(result('close-by-eye', seed, () => lines(truth)).score).toBeGreaterThanOrEqual(92)
      expect(across.figures[0]!.points).toBeLessThan(60)
    }
  })

  it('for a pour: closed it keeps inside, left open it runs out', () => {
    const seed = 9
    const pours = (task: Task): Act[] =>
      [
        { x: 250, y: 320 },
        { x: 710, y: 320 },
      ].map(({ x, y }): Act => ({
        kind: 'pour',
        version: 1,
        layer: OWN,
        x,
        y,
        colour: [58, 118, 160],
        tolerance: 40,
        borders: 'all',
        grow: 2,
        seed: task.sheet.width,
      }))
    const closing = (task: Task) => {
      const pieces = task.given.flatMap(act => (act.kind === 'stroke' ? [act.samples] : []))
      const start = (samples: readonly number[]) => ({ x: samples[0]! / 16, y: samples[1]! / 16 })
      const end = (samples: readonly number[]) => ({
        x: samples[samples.length - 4]! / 16,
        y: samples[samples.length - 3]! / 16,
      })
      return pieces.flatMap(piece => {
        // To where another piece begins, nearest.
        const to = pieces
          .filter(each => each !== piece)
          .map(start)
          .sort(
            (a, b) =>
              Math.hypot(a.x - end(piece).x, a.y - end(piece).y) - Math.hypot(b.x - end(piece).x, b.y - end(piece).y),
          )[0]!
        return Math.hypot(to.x - end(piece).x, to.y - end(piece).y) < 60
          ? [
              strokeAct(straight(end(piece), to), {
                tool: toolSettings('ink-pen', { size: 9, taperIn: 0, taperOut: 0, pressureSize: 0 }),
              }),
            ]
          : []
      })
    }
    expect(result('pour-shut', seed, task => [...closing(task), ...pours(task)]).score).toBeGreaterThanOrEqual(95)
    const leaked = result('pour-shut', seed, pours)
    expect(leaked.figures[1]!.points).toBe(0)
    expect(leaked.sentence).toMatch(/ran out/)
  })
})

describe('measuring by eye', () => {
  it.each(SEEDS)('an angle that is 9° too wide is 9° off (seed %i)', seed => {
    const draw = (off: number) =>
      result('copy-angle', seed, task =>
        lines(
          pairs(of(task, 'line'), 2).map(([given, copy]) => {
            const [p, at, q] = given!.points as [Point, Point, Point]
            const [base, tip] = copy!.points as [Point, Point]
            const wide =
              ((Math.atan2(-(q.y - at.y), q.x - at.x) - Math.atan2(-(p.y - at.y), p.x - at.x)) * 180) / Math.PI
            return straight(base, turned(tip, base, -(wide + off)))
          }),
        ),
      )
    expect(draw(0).score).toBeGreaterThanOrEqual(97)
    expect(draw(9).figures[0]!.value).toBeCloseTo(9, 0)
    expect(draw(9).sentence).toMatch(/wider/)
    expect(draw(-9).sentence).toMatch(/narrower/)
  })

  it.each(SEEDS)('ticks that are 3 %% off (seed %i)', seed => {
    const draw = (off: number) =>
      result('halve-and-third', seed, task =>
        lines(
          of(task, 'line').flatMap(({ points }, i) => {
            const [a, b] = points as [Point, Point]
            return (i % 2 ? [1 / 3, 2 / 3] : [1 / 2]).map(t => {
              const at = { x: a.x + (b.x - a.x) * (t + off), y: a.y + (b.y - a.y) * (t + off) }
              return straight({ x: at.x, y: at.y - 15 }, { x: at.x, y: at.y + 15 })
            })
          }),
        ),
      )
    expect(draw(0).score).toBeGreaterThanOrEqual(93)
    expect(draw(0.03).figures[0]!.value).toBeCloseTo(3, 0)
  })

  it.each(SEEDS)('a side that is 12 %% too high (seed %i)', seed => {
    const draw = (by: number) =>
      result('copy-proportion', seed, task =>
        lines(
          of(task, 'shape').map(({ points }, i) => {
            const [p, q, r] = points as [Point, Point, Point]
            const [a, b] = of(task, 'line')[i]!.points as [Point, Point]
            const high = ((q.y - r.y) / (q.x - p.x)) * (b.x - a.x) * by
            return straight(a, { x: a.x, y: a.y - high })
          }),
        ),
      )
    expect(draw(1).score).toBeGreaterThanOrEqual(97)
    expect(draw(1.12).figures[0]!.value).toBeCloseTo(12, 0)
  })
})

describe('colours and values', () => {
  const target = (name: DrillName, seed: number) =>
    (drillTask(name, seed).answering as { target: readonly [number, number, number] }).target

  it.each(SEEDS)('the colour itself has all points; another has what CIEDE2000 says (seed %i)', seed => {
    const wanted = target('match-colour', seed)
    const grey: [number, number, number] = [128, 128, 128]
    expect(result('match-colour', seed, () => [], { mixed: wanted }).score).toBe(100)
    expect(result('match-colour', seed, () => [], { mixed: grey }).figures[0]!.value).toBeCloseTo(
      difference00(grey, wanted),
      1,
    )
  })

  it.each(SEEDS)('the grey of the same L* has all points, white has few (seed %i)', seed => {
    const wanted = target('match-value', seed)
    const lightness = (value: number) => result('match-value', seed, () => [], { mixed: [value, value, value] })
    const best = Math.max(...Array.from({ length: 256 }, (_, value) => lightness(value).score!))
    expect(best).toBe(100)
    expect(lightness(255).score).toBeLessThan(40)
    expect(wanted).toHaveLength(3)
  })

  it.each(SEEDS)('even rungs are right; one that is half a step off costs a tenth of a step (seed %i)', seed => {
    const { from, to } = drillTask('value-ladder', seed).answering as { from: number; to: number }
    const step = (to - from) / 6
    const even = [1, 2, 3, 4, 5].map(i => from + i * step)
    const draw = (rungs: number[]) => result('value-ladder', seed, () => [], { rungs })
    expect(draw(even).score).toBe(100)
    expect(draw(even.with(2, even[2]! + step / 2)).figures[0]!.value).toBeCloseTo(10, 0)
    expect(draw([...even].reverse()).score).toBe(0)
  })
})

describe('tone', () => {
  it('a band: untouched its steps are hard, softened along the seams they are gone', () => {
    const soften = toolSettings('soften', { size: 110, opacity: 100, pressureFlow: 0 })
    const seam = (x: number) => strokeAct(straight({ x, y: 240 }, { x, y: 400 }, 40), { tool: soften })
    const touched = result('blend-band', 3, () => [
      strokeAct(straight({ x: 480, y: 580 }, { x: 520, y: 600 }), { tool: soften }),
    ])
    const blended = result('blend-band', 3, () =>
      Array.from({ length: 8 }, () => [340, 480, 620].flatMap(x => [seam(x - 14), seam(x + 14)])).flat(),
    )
    expect(touched.figures[0]!.points).toBeLessThan(20)
    expect(blended.figures[0]!.value).toBeLessThan(touched.figures[0]!.value / 3)
    expect(blended.score!).toBeGreaterThan(touched.score! + 30)
  })

  it('a ball: shaded away from the lamp is right, toward it is not', () => {
    const soft = toolSettings('soft-brush', { size: 150, opacity: 80, flow: 25 })
    const shade = (side: 1 | -1) =>
      result('shade-ball', 21, task => {
        const lamp = of(task, 'dot')[0]!.at
        const away = Math.atan2(330 - lamp.y, 480 - lamp.x) + (side === 1 ? 0 : Math.PI)
        return [185, 165, 145, 120].flatMap(radius =>
          Array.from({ length: 2 }, () =>
            strokeAct(
              Array.from({ length: 50 }, (_, i) => {
                const t = away - 1.2 + (2.4 * i) / 49
                return { x: 480 + radius * Math.cos(t), y: 330 + radius * Math.sin(t) }
              }),
              { tool: soft, colour: [84, 52, 44] },
            ),
          ),
        )
      })
    const [right, wrong] = [shade(1), shade(-1)]
    expect(right.figures[0]!.value).toBeLessThan(30)
    expect(wrong.figures[0]!.value).toBeGreaterThan(90)
    expect(right.score!).toBeGreaterThan(wrong.score! + 25)
  })
})
