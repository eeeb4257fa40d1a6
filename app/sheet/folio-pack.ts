import { zip, type AsyncZippable } from 'fflate'
import { picturesIn, type DrawingRecord } from '#core/drawing'
import type { AnswerView, DrawingView, FolioHandIn, FolioView, HandInView, ProgressView } from '#shared/views'
import { csvFile } from './csv'
import { fileName } from './save-file'
import { MARK_WORDS } from './mark-words'
import { MEASURE_WORDS } from './measure-words'
import { VERDICT_WORDS } from './verdict-words'

/** What a folio is packed from: asked one after the other. */
export interface FolioSource {
  readonly drawing: (id: number) => Promise<DrawingView>
  readonly handIn: (id: number) => Promise<HandInView>
  /** A record drawn anew in its full size, as a PNG; null: it can't be drawn. */
  readonly picture: (record: DrawingRecord) => Promise<Uint8Array | null>
  /** The same with what a teacher drew over it. */
  readonly pictureWithOver: (record: DrawingRecord, over: DrawingRecord) => Promise<Uint8Array | null>
  /** A picture that a record draws with, by the hash of its px, as a PNG; null: it can't be had. */
  readonly brought: (hash: string) => Promise<Uint8Array | null>
}

const json = (value: unknown) => new TextEncoder().encode(JSON.stringify(value))
const text = (value: string) => new TextEncoder().encode(value)

/**
 * A learner's folio as one archive: every drawing and hand-in with its picture and record, the answers, and three
 * tables: what was looked for, the warm-ups, and the time at work. `tell`: how many of how many are in it. `isStopped`:
 * whether to go on.
 */
export async function packFolio(
  folio: FolioView,
  progress: ProgressView,
  source: FolioSource,
  tell: (done: number, of: number) => void,
  isStopped: () => boolean,
): Promise<Uint8Array | null> {
  const files: AsyncZippable = {}
  const works = [
    ...folio.plans.map(each => ({
      title: each.title,
      drawings: [...(each.drawing ? [each.drawing] : []), ...each.others],
      handIns: each.handIns,
    })),
    ...folio.own.map(each => ({ title: each.title, drawings: [each.drawing], handIns: each.handIns })),
    ...folio.murals
      .filter(each => each.drawings.length)
      .map(each => ({ title: `${each.title} (mural)`, drawings: each.drawings, handIns: each.handIns })),
  ]
  const whole = works.reduce((sum, each) => sum + each.handIns.length + each.drawings.length, 0)
  let done = 0
  tell(0, whole)
  for (const [i, { title, drawings, handIns }] of works.entries()) {
    const folder = `${String(i + 1).padStart(2, '0')} ${fileName(title, 'drawing')}`
    for (const [k, drawing] of drawings.entries()) {
      if (isStopped()) return null
      const { plan, entries } = await source.drawing(drawing.id)
      const name = [
        k ? `drawing ${k + 1}` : 'drawing',
        ...(drawing.title ? [fileName(drawing.title, 'drawing')] : []),
      ].join(' ')
      if (entries.length)
        await packRecord(files, `${folder}/${name}`, { version: 1, sheet: plan.sheet, entries }, source)
      tell(++done, whole)
    }
    // Counted over all of its sheets: who began afresh has two first attempts.
    for (const [k, handIn] of [...handIns].reverse().entries()) {
      if (isStopped()) return null
      await packHandIn(files, `${folder}/hand-in ${k + 1} (${handIn.handedInAt.slice(0, 10)})`, handIn, source)
      tell(++done, whole)
    }
  }
  const own = progress.learners[0]
  const titles = new Map(folio.plans.map(each => [each.id, each.title]))
  files['look-fors.csv'] = csvFile([
    ['handed in', 'plan', 'hand-in', 'looked for', 'found'],
    ...(own?.handIns ?? []).flatMap(each =>
      each.judged.map(one => [
        each.at,
        titles.get(each.plan) ?? '',
        each.attempt,
        MEASURE_WORDS[one.measure],
        VERDICT_WORDS[one.verdict],
      ]),
    ),
  ])
  files['warm-ups.csv'] = csvFile([
    ['when', 'warm-up', 'points'],
    ...(own?.tries ?? []).map(each => [each.triedAt, each.drill, each.score]),
  ])
  files['time.csv'] = csvFile([
    ['day', 'minutes'],
    ...(own?.days ?? []).map(each => [each.day, Math.round(each.workedMs / 60_000)]),
  ])
  return new Promise((resolve, reject) =>
    zip(files, { level: 6 }, (error, bytes) => (error ? reject(error) : resolve(bytes))),
  )
}

async function packHandIn(
  files: AsyncZippable,
  name: string,
  { id, answer }: FolioHandIn,
  source: FolioSource,
): Promise<void> {
  const { record, plan } = await source.handIn(id)
  await packRecord(files, name, record, source)
  if (!answer) return
  files[`${name} answer.txt`] = text(answerInWords(answer, plan))
  const over = answer.sketch && (await source.pictureWithOver(record, answer.sketch))
  if (over) files[`${name} with what was drawn over.png`] = [over, { level: 0 }]
  if (answer.sketch) files[`${name} drawn over.record.json`] = json(answer.sketch)
}

/** All that an answer says: words, marks, criteria, comments at places. */
function answerInWords(
  { words, next, marks, criteria, pins, teacher, answeredAt }: AnswerView,
  plan: HandInView['plan'],
): string {
  const lookFors = new Map(plan.steps.flatMap(step => step.lookFors.map(each => [each.id, each.title] as const)))
  const marked = Object.entries(marks).map(
    ([id, level]) => `- ${lookFors.get(id) ?? id}: ${MARK_WORDS[level].toLowerCase()}`,
  )
  const judged = criteria.map(each => `- ${each.title}: ${each.levels[each.level]} (of ${each.levels.join(', ')})`)
  const pinned = pins.map(({ x, y, words: said }, i) => `${i + 1}. at ${x}, ${y} px: ${said}`)
  const part = (title: string, lines: readonly string[]) => (lines.length ? [`${title}:\n${lines.join('\n')}`] : [])
  return [
    words,
    ...(next ? [`Try next: ${next}`] : []),
    ...part('Looked for', marked),
    ...part('Marks', judged),
    ...part('At places of the drawing', pinned),
    `${teacher}, ${answeredAt.slice(0, 10)}`,
  ]
    .join('\n\n')
    .concat('\n')
}

async function packRecord(
  files: AsyncZippable,
  name: string,
  record: DrawingRecord,
  source: FolioSource,
): Promise<void> {
  const picture = await source.picture(record)
  // A picture is packed as it is: it holds no air.
  if (picture) files[`${name}.png`] = [picture, { level: 0 }]
  files[`${name}.record.json`] = json(record)
  // What it draws with lies beside all records, once however many need it.
  for (const { hash } of picturesIn(record.entries)) {
    const file = `brought in/${hash}.png`
    const bytes = files[file] ? null : await source.brought(hash)
    if (bytes) files[file] = [bytes, { level: 0 }]
  }
}
