import { TOOL_NAMES } from '../../brush'
import { capital, listInWords } from '../../lookfor'
import type { Plan, Step } from '../schema'
import type { DrawnAct, Manner } from './drawn-acts'
import { wellOf } from './tray'

/** What a step is called before the teacher names it, by what is mostly done in it. */
const TITLES: Record<Manner, string> = {
  sketch: 'Sketch it lightly',
  line: 'Draw the clean lines',
  paint: 'Paint it',
  spray: 'Lay the texture',
  shade: 'Shade it',
  light: 'Set the lights',
  rub: 'Blend it',
  erase: 'Take paint away',
  pour: 'Pour the colour',
  adjust: 'Adjust it',
  move: 'Move it into place',
  letters: 'Write the letters',
  bring: 'Bring a picture in',
}
const DOINGS: Record<Manner, string> = {
  sketch: 'sketch',
  line: 'draw the lines',
  paint: 'paint',
  spray: 'lay the texture',
  shade: 'shade',
  light: 'set the lights',
  rub: 'blend',
  erase: 'take paint away',
  pour: 'fill the shapes',
  adjust: 'adjust it',
  move: 'move it into place',
  letters: 'write',
  bring: 'bring the picture in',
}
/** What often happens in such a step, and what helps; common practice, no source. */
const SLIPS: Record<Manner, Step['slip']> = {
  sketch: {
    slip: 'It comes out too small, or too dark to be covered later.',
    remedy: 'Undo, begin with the biggest shape, and hardly press.',
  },
  line: {
    slip: 'The line does not quite meet where it began.',
    remedy: 'Go a little past your starting point. A short overlap is better than a small gap.',
  },
  paint: {
    slip: 'Paint goes over the edge, or bare places are left.',
    remedy: 'Go round the edge first with a smaller brush, then fill the middle.',
  },
  spray: { slip: 'It becomes one solid patch.', remedy: 'Keep moving, and leave holes for what lies behind.' },
  shade: {
    slip: 'One heavy stroke makes a hard stripe.',
    remedy: 'Undo, press less, take the brush bigger, and let faint strokes overlap.',
  },
  light: {
    slip: 'There is light everywhere, so nothing shines.',
    remedy: 'Undo, and keep it to the few places that face the light.',
  },
  rub: {
    slip: 'Everything is blended until nothing is left of the form.',
    remedy: 'Undo, go along the border in small waves, and leave parts untouched.',
  },
  erase: { slip: 'Too much comes off.', remedy: 'Undo, take a softer eraser, and take off a little at a time.' },
  pour: {
    slip: 'The colour runs out over the whole sheet.',
    remedy: 'There is a gap in the outline. Undo, close it with the pen, pour again.',
  },
  adjust: {
    slip: 'Nothing seems to change.',
    remedy: 'The live layer may be empty. Choose the layer with the paint in the stack.',
  },
  move: { slip: 'Only a part of it moves.', remedy: 'Undo, draw the loop all round it, and move it again.' },
  letters: {
    slip: 'The letters are too small to be read.',
    remedy: 'Undo, make them larger, and leave room round them.',
  },
  bring: {
    slip: 'It is pulled out of its proportions.',
    remedy: 'Undo, and pull it at a corner: its sides keep their proportion then.',
  },
}

/** How often each manner occurs, the time it took counted in. */
export function mainManner(drawnActs: readonly DrawnAct[]): Manner {
  const sums = new Map<Manner, number>()
  for (const { manner, tookMs } of drawnActs) sums.set(manner, (sums.get(manner) ?? 0) + 1 + tookMs / 4000)
  return [...sums].reduce((best, each) => (each[1] > best[1] ? each : best))[0]
}

/** A first title, words and slip for a step. */
export function firstWords(
  drawnActs: readonly DrawnAct[],
  layerName: string,
  palette: Plan['palette'],
  taken: ReadonlySet<string>,
): Pick<Step, 'title' | 'words' | 'slip'> {
  const manner = mainManner(drawnActs)
  return {
    title: freshTitle(TITLES[manner], layerName, taken),
    words: [wordsFor(manner, drawnActs, layerName, palette)],
    slip: SLIPS[manner],
  }
}

function freshTitle(title: string, layerName: string, taken: ReadonlySet<string>): string {
  if (!taken.has(title)) return title
  const named = `${title}: ${layerName}`.slice(0, 76)
  if (!taken.has(named)) return named
  let number = 2
  while (taken.has(`${named} ${number}`)) number++
  return `${named} ${number}`
}

function wordsFor(manner: Manner, drawnActs: readonly DrawnAct[], layerName: string, palette: Plan['palette']): string {
  const tools = [
    ...new Set(
      drawnActs.flatMap(({ tool, standing }) =>
        tool ? [TOOL_NAMES[tool.tool]] : standing.act.kind === 'pour' ? ['pour'] : [],
      ),
    ),
  ].slice(0, 3)
  const colours = [
    ...new Set(drawnActs.flatMap(({ colour }) => (colour ? [palette[wellOf(palette, colour)]!.name] : []))),
  ].slice(0, 4)
  const withTools = tools.length
    ? `Take the ${listInWords(tools)}${colours.length ? ` with ${listInWords(colours)}` : ''}, and ${DOINGS[manner]}`
    : capital(DOINGS[manner])
  return `${withTools} on the layer “${layerName}”.`
}
