import { shallowRef } from 'vue'
import type { InHand, TakesTouch } from './contract'

/**
 * The one place for what is in hand. Taking another thing settles or discards the first by its own rule, and never
 * lies over it. A guest (a colour is sampled) borrows one touch and puts nothing out.
 */
export function createSlot() {
  const held = shallowRef<InHand | null>(null)
  const guest = shallowRef<TakesTouch | null>(null)

  /** What is going, and when it is gone: it is not settled twice. */
  let going: { readonly of: InHand; readonly gone: Promise<void> } | null = null

  /** Whether it is in hand now: what lay there before may refuse to go. */
  async function take(next: InHand): Promise<boolean> {
    const { value: before } = held
    if (before && before !== next) {
      await leave(before, before.whenReplaced)
      // Letters whose font can't be had stay; so does what came in between.
      if (held.value && held.value !== next) return false
    }
    held.value = next
    return true
  }

  async function leave(before: InHand, how: 'settle' | 'discard'): Promise<void> {
    if (going?.of === before) return going.gone
    const now = { of: before, gone: how === 'settle' ? before.settle() : before.discard() }
    going = now
    try {
      await now.gone
    } finally {
      if (going === now) going = null
    }
  }

  /** It is done with. What has been taken since stays. */
  function letGo(of: InHand): void {
    if (held.value === of) held.value = null
  }

  /** Puts down what is in hand, unless only its owner can say what becomes of it. */
  async function settle(): Promise<void> {
    const { value } = held
    if (value && !value.needsWord?.()) await leave(value, 'settle')
  }

  /** Takes away what is in hand. Whether there was anything. */
  function discard(): boolean {
    const { value } = held
    if (value) void value.discard()
    return value !== null
  }

  return { held, guest, take, letGo, settle, discard }
}
export type Slot = ReturnType<typeof createSlot>
