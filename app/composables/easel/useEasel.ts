import { useEventListener } from '@vueuse/core'
import { isOwnPlan } from '#core/plan'
import { takePending } from '../../sheet/pending-stacks'
import type { OpenMode } from '../../workers/sheet/contract'
import { useHand } from '../../stores/hand'
import { useNotices } from '../common/useNotices'
import { createGuides, provideGuides } from '../sheet/useGuides'
import { createCuts, provideCuts } from './useCuts'
import { createBands, provideBands } from './useBands'
import { createBringIn, provideBringIn } from './useBringIn'
import { createDrawing, provideDrawing } from './useDrawing'
import { createGuard } from './useGuard'
import { createInHand, provideInHand } from './useInHand'
import { createLesson, provideLesson } from './useLesson'
import { createLight, provideLight } from './useLight'
import { createReferences, provideReferences } from './useReferences'
import { createStack, provideStack } from './useStack'

/**
 * Lays out the Easel for one drawing, and provides its parts to the components of the page, each by itself: the drawing
 * and its workers, the stack, the lesson, the hand at the sheet, the light, the ladder shading, the reference pictures.
 */
export function layOutEasel(id: number, person: number | null) {
  const hand = useHand()
  const { say } = useNotices()
  const attention = (message: string, fix: string) => void say(message, fix, 'attention')
  const guides = provideGuides(createGuides(id))

  const drawing = provideDrawing(createDrawing(id, person))
  const { host, sheet, plan, purpose, isReadOnly } = drawing
  const stack = provideStack(createStack(host, () => sheet.value, attention))
  const { layers, live, choose, nameOf } = stack
  const references = provideReferences(createReferences(id, host, () => sheet.value, attention))

  // The lesson stands further down (it settles what is in hand, which asks the guard): by then it is there.
  const isOwn = () => !plan.value || isOwnPlan(plan.value) || purpose.value === 'redraw'
  const guard = createGuard(
    host,
    stack,
    () => (isOwn() ? null : lesson.step.value),
    () => isReadOnly.value,
  )
  const { layerWithPaint } = guard
  const lighting = provideLight(createLight(host, { sheet: () => sheet.value, layerWithPaint, nameOf }))
  const inHand = provideInHand(createInHand(drawing, { stack, guard, guides, lighting }))
  const bringing = provideBringIn(
    createBringIn({
      parts: inHand.parts,
      stack,
      sheet: () => sheet.value,
      act: each => host.act(each),
      bringStack: each => host.bringStack(each),
      strokeStyle: () => (hand.settings ? { tool: { ...hand.settings }, colour: [...hand.colour] } : null),
      isReadOnly: () => isReadOnly.value,
      guideAlong: guides.addAlong,
      clearModes: () => inHand.choosePart(null),
      onTrouble: attention,
    }),
  )
  const cuts = provideCuts(
    createCuts({ host, hand, plan: () => plan.value, live: () => live.value, onTrouble: attention }),
  )
  const bands = provideBands(
    createBands(host, hand, {
      onTrouble: attention,
      live,
      layerWithPaint,
      choose,
      light: lighting.light,
      needLight: () => lighting.need(),
      nameOf: layer => nameOf(layer, 'the shape'),
      placeOf: layer => layers.value.findIndex(each => each.id === layer),
    }),
  )
  const lesson = provideLesson(
    createLesson(drawing, {
      guides,
      references,
      choose,
      async leaveStep() {
        await inHand.settleAll()
        bands.close()
      },
    }),
  )

  drawing.onNotice(notice => {
    if (notice.kind === 'covers') guard.sayCovers(notice.name, notice.layer)
    if (notice.kind !== 'drawing') return
    stack.receive(notice.stack)
    lighting.receive(notice.light)
    bands.afterChange()
  })

  async function open(mode: OpenMode): Promise<void> {
    const opened = await drawing.open(mode)
    if (!opened) return
    await lesson.begin(opened)
    const brought = takePending(id)
    if (brought && !isReadOnly.value) await host.bringStack(brought)
  }

  /** The page is put away or goes: what is under way is finished and kept, and sent if it can be. */
  function putAway(): void {
    void inHand.settleAll()
    void host.endStroke()
    void host.wake()
  }
  useEventListener(document, 'visibilitychange', () => document.visibilityState === 'hidden' && putAway())
  useEventListener(window, 'pagehide', putAway)
  useEventListener(window, 'online', () => void host.wake())

  /** Puts down what is in hand, and lets go of the drawing. */
  async function close(): Promise<void> {
    await inHand.settleAll()
    await drawing.close()
  }

  return { drawing, stack, cuts, lesson, inHand, lighting, bands, references, bringing, guides, open, close }
}
export type Easel = ReturnType<typeof layOutEasel>
