import type { InjectionKey } from 'vue'
import type { LearnersNews, News } from '#shared/views'
import { api } from '../../api/routes'
import type { Drawing } from '../easel/useDrawing'

type ShownGhost = Extract<News, { kind: 'ghost' }> & { readonly number: number }

/** What comes from the teacher to a learner at the Easel, and the learner's hand. */
export function createClassNews(drawing: Drawing) {
  const { say } = useNotices()
  const { trying } = useTrying()
  /** Words that were not put away yet, the oldest first. */
  const words = ref<{ id: number; words: string; from: string }[]>([])
  /** Strokes of the teacher's, to be played over the sheet. */
  const ghost = shallowRef<ShownGhost | null>(null)
  const isHandUp = ref(false)
  /** Steps of this plan that the teacher has opened, as it was told last; null: not told yet. */
  const opened = ref<string[] | null>(null)
  /** The teacher's sheet that all look at. */
  const front = ref<{ drawing: number; position: number } | null>(null)
  /** Someone does not want to wait any longer. */
  const isFrontLeft = ref(false)

  /** What was told to this tab already is not told again after a reload. */
  const KEY = 'little-easel-news'
  const told = () => Number(sessionStorage.getItem(KEY)) || null

  function receive(given: LearnersNews): void {
    if (given.kind === 'front') return takeFront(given.front)
    const { id, news } = given
    sessionStorage.setItem(KEY, String(Math.max(id, told() ?? 0)))
    switch (news.kind) {
      case 'words':
        if (!words.value.some(each => each.id === id))
          words.value = [...words.value, { id, words: news.words, from: news.from }]
        isHandUp.value = false
        break
      case 'ghost':
        if (news.plan !== drawing.planId.value) break
        ghost.value = { ...news, number: id }
        say('Your teacher shows you something on your sheet.', 'It is only shown: your own lines stay.')
        break
      case 'hand-down':
        if (isHandUp.value) say('Your teacher has seen your hand.')
        isHandUp.value = false
        break
      case 'opened':
        if (news.plan === drawing.planId.value) opened.value = news.opened
        break
    }
  }

  function takeFront(next: { drawing: number; position: number } | null): void {
    const isNew = next !== null && next.drawing !== front.value?.drawing
    if (isNew) {
      // What the hand holds is finished: nothing is drawn while all look to the front.
      void drawing.host.endStroke()
      isFrontLeft.value = false
    }
    if (!next && front.value) say('Back to your own sheet.')
    front.value = next
  }

  const { isOpen } = useStream<LearnersNews>(() => api.newsStream(told()), receive)

  const raise = (about: string) =>
    trying(true, async () => {
      await api.raiseHand(drawing.id, about)
      isHandUp.value = true
      say('Your hand is up. Draw on meanwhile.')
    })
  const takeDown = () =>
    trying(true, async () => {
      await api.takeHandDown(drawing.id)
      isHandUp.value = false
    })
  const putAway = (id: number) => {
    words.value = words.value.filter(each => each.id !== id)
  }

  return {
    words: readonly(words),
    ghost: shallowReadonly(ghost),
    putGhostAway: () => void (ghost.value = null),
    isHandUp: readonly(isHandUp),
    opened: readonly(opened),
    front: readonly(front),
    isFrontLeft,
    isHeard: isOpen,
    raise,
    takeDown,
    putAway,
  }
}

export type ClassNews = ReturnType<typeof createClassNews>
/** Null where nobody teaches: at a teacher's own sheet. */
export const CLASS_NEWS: InjectionKey<ClassNews | null> = Symbol('class news')
export const useClassNews = () => inject(CLASS_NEWS, null)
