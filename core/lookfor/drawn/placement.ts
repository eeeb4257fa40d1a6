import { z } from 'zod'
import { layerIdSchema } from '../../drawing'
import {
  atMost,
  cantTell,
  limitOf,
  limitSchema,
  type Band,
  type Evidence,
  type Found,
  type Measure,
  PAGE,
} from '../contract'
import { rounded } from './common'
import { massOf } from './mass'
import { capital } from '../words'

const share = z.number().min(0).max(1)
const schema = z.strictObject({
  measure: z.literal('placement'),
  layer: layerIdSchema,
  what: z.string().min(1).max(60),
  /**
   * Where its middle should lie, share of the sheet; what it should keep from the edges; how high it should be; where
   * its foot should stand.
   */
  aim: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('middle'), x: share, y: share }),
    z.strictObject({ kind: z.literal('margin'), least: share }),
    z.strictObject({ kind: z.literal('size'), height: share }),
    z.strictObject({ kind: z.literal('foot'), y: share }),
    z.strictObject({ kind: z.literal('thirds') }),
  ]),
  tolerance: limitSchema,
})
type Settings = z.infer<typeof schema>

/** Off the aim, % of the sheet's side. */
const OFF = { gentle: 10, standard: 6, strict: 3 } as const

function look(evidence: Evidence, { layer, what, aim, tolerance }: Settings): Found {
  const { width, height } = evidence.drawing.sheet
  const mass = massOf(evidence.drawing, layer)
  if (!mass) return cantTell(`There is hardly anything of ${what} yet.`)
  const { box } = mass
  const limit = limitOf(tolerance, OFF)
  const [x, y] = [(box.x0 + box.x1) / 2 / width, (box.y0 + box.y1) / 2 / height]
  const give = (off: number, met: string, not: string, mark: { x: number; y: number; label: string }): Found => {
    const verdict = atMost(100 * off, limit)
    return {
      verdict,
      figure: { value: rounded(100 * off), unit: '% of the sheet' },
      sentence: verdict === 'met' ? met : not,
      marks:
        verdict === 'met'
          ? []
          : [
              {
                kind: 'ring',
                x: Math.round(mark.x * width),
                y: Math.round(mark.y * height),
                radius: 0.02 * width,
                label: mark.label,
              },
            ],
    }
  }
  const middleAt = (ax: number, ay: number, met: string) => {
    const [dx, dy] = [x - ax, y - ay]
    const far = Math.max(Math.abs(dx), Math.abs(dy))
    const direction = Math.abs(dx) >= Math.abs(dy) ? (dx > 0 ? 'to the left' : 'to the right') : dy > 0 ? 'up' : 'down'
    return give(far, met, `Move ${what} ${Math.round(100 * far)} % of the sheet ${direction}.`, {
      x: ax,
      y: ay,
      label: 'here',
    })
  }
  switch (aim.kind) {
    case 'middle':
      return middleAt(aim.x, aim.y, `${capital(what)} sits where it should.`)
    case 'thirds': {
      const [ax, ay] = [
        Math.abs(x - 1 / 3) < Math.abs(x - 2 / 3) ? 1 / 3 : 2 / 3,
        Math.abs(y - 1 / 3) < Math.abs(y - 2 / 3) ? 1 / 3 : 2 / 3,
      ]
      return middleAt(ax, ay, `${capital(what)} sits on a third.`)
    }
    case 'margin': {
      const sides = [
        ['left', box.x0 / width],
        ['top', box.y0 / height],
        ['right', 1 - box.x1 / width],
        ['bottom', 1 - box.y1 / height],
      ] as const
      const [side, kept] = sides.reduce((a, b) => (b[1] < a[1] ? b : a))
      const at = {
        left: { x: box.x0 / width, y },
        right: { x: box.x1 / width, y },
        top: { x, y: box.y0 / height },
        bottom: { x, y: box.y1 / height },
      }[side]
      return give(
        Math.max(aim.least - kept, 0),
        `${capital(what)} keeps clear of the edges.`,
        `${capital(what)} comes within ${Math.round(100 * Math.max(kept, 0))} % of the ${side} edge; leave it ${Math.round(100 * aim.least)} %.`,
        { ...at, label: `${Math.round(100 * Math.max(kept, 0))} %` },
      )
    }
    case 'size': {
      const own = (box.y1 - box.y0) / height
      return give(
        Math.abs(own - aim.height),
        `${capital(what)} has a good size on the sheet.`,
        `${capital(what)} is ${Math.round(100 * own)} % as high as the sheet; aim at ${Math.round(100 * aim.height)} %.`,
        { x, y: box.y0 / height, label: `${Math.round(100 * own)} %` },
      )
    }
    case 'foot': {
      const foot = box.y1 / height
      return give(
        Math.abs(foot - aim.y),
        `${capital(what)} stands where it should.`,
        `${capital(what)} stands ${Math.round(100 * Math.abs(foot - aim.y))} % of the sheet too ${foot > aim.y ? 'low' : 'high'}.`,
        { x, y: aim.y, label: 'stand here' },
      )
    }
  }
}

/** Levels and places that are asked, with the room round them. */
function band({ drawing }: Evidence, { layer, aim, tolerance }: Settings): Band[] {
  const { width, height } = drawing.sheet
  const room = limitOf(tolerance, OFF) / 100
  const level = (y: number): Band => ({
    points: [0, y * height, width, y * height],
    isClosed: false,
    reach: room * height,
  })
  const place = (x: number, y: number): Band => ({
    points: [x * width - 1, y * height, x * width + 1, y * height],
    isClosed: false,
    reach: room * Math.max(width, height),
  })
  switch (aim.kind) {
    case 'middle':
      return [place(aim.x, aim.y)]
    case 'thirds':
      return [1 / 3, 2 / 3].flatMap(x => [1 / 3, 2 / 3].map(y => place(x, y)))
    case 'foot':
      return [level(aim.y)]
    case 'margin': {
      const [dx, dy] = [aim.least * width, aim.least * height]
      return [
        {
          points: [dx, dy, width - dx, dy, width - dx, height - dy, dx, height - dy],
          isClosed: true,
          reach: room * Math.min(width, height),
        },
      ]
    }
    case 'size': {
      const foot = massOf(drawing, layer)?.box.y1
      return foot === undefined ? [] : [{ ...level(foot / height - aim.height), reach: room * height }]
    }
  }
}

export const placement: Measure<Settings> = {
  schema,
  look,
  band,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
