<script setup lang="ts">
import { GREATEST_CHROMA, type Mixture } from '#core/colour'
import { hexOf, readHex } from '../../sheet/hex'
import { useHand } from '../../stores/hand'

/**
 * The colour in hand in figures, each of which can be typed: lightness, chroma and hue (OKLCH), sRGB as red, green,
 * blue or as hex.
 */
const { mixture } = defineProps<{ mixture: Mixture }>()
const emit = defineEmits<{ mix: [part: Partial<Mixture>] }>()
const hand = useHand()
const CHANNELS = ['red', 'green', 'blue'] as const

const figures = computed(
  () =>
    [
      {
        key: 'lightness',
        label: 'lightness',
        unit: '%',
        value: Math.round(100 * mixture.lightness),
        max: 100,
        per: 100,
      },
      {
        key: 'chroma',
        label: 'chroma',
        unit: '',
        value: Number(mixture.chroma.toFixed(3)),
        max: GREATEST_CHROMA,
        per: 1,
      },
      { key: 'hue', label: 'hue', unit: '°', value: Math.round(mixture.hue), max: 359, per: 1 },
    ] as const,
)

/** What was typed, within its limits; null, and back to what stood there, where it is no number. */
function typed(event: Event, before: number, most: number): number | null {
  const field = event.target as HTMLInputElement
  if (field.value === '' || !Number.isFinite(Number(field.value))) {
    field.value = String(before)
    return null
  }
  return Math.min(Math.max(Number(field.value), 0), most)
}
function setFigure({ key, max, per, value }: (typeof figures.value)[number], event: Event): void {
  const next = typed(event, value, key === 'lightness' ? 100 : max)
  if (next !== null) emit('mix', { [key]: next / per })
}
function setChannel(channel: number, event: Event): void {
  const next = typed(event, hand.colour[channel]!, 255)
  if (next !== null)
    hand.pick([0, 1, 2].map(i => (i === channel ? Math.round(next) : hand.colour[i]!)) as [number, number, number])
}
const isUnread = ref(false)
function setHex(event: Event): void {
  const colour = readHex((event.target as HTMLInputElement).value)
  isUnread.value = colour === null
  if (colour) hand.pick(colour)
}
</script>

<template>
  <div class="figures small">
    <label v-for="each in figures" :key="each.key"
      >{{ each.label }}
      <input
        class="numbers"
        type="number"
        min="0"
        :max="each.max"
        :step="each.key === 'chroma' ? 0.005 : 1"
        :value="each.value"
        @change="setFigure(each, $event)"
      />{{ each.unit }}</label
    >
    <label v-for="(name, channel) in CHANNELS" :key="name"
      >{{ name }}
      <input
        class="numbers"
        type="number"
        min="0"
        max="255"
        :value="hand.colour[channel]"
        @change="setChannel(channel, $event)"
    /></label>
    <label
      >sRGB
      <input
        class="numbers hex"
        :value="hexOf(hand.colour)"
        maxlength="7"
        spellcheck="false"
        aria-label="sRGB as hex, six digits"
        :aria-invalid="isUnread"
        @change="setHex"
    /></label>
    <span v-if="isUnread" role="alert">Six digits of 0 – 9 and A – F, like 3f6bb0.</span>
  </div>
</template>

<style scoped>
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  margin-top: 8px;
  align-items: center;
}
label {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  color: var(--ink-soft);
}
input {
  width: 3.6rem;
  text-align: right;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 2px 5px;
  background: var(--paper);
  color: var(--ink);
  min-height: 28px;
}
.hex {
  width: 5.4rem;
}
.hex[aria-invalid='true'] {
  border-color: var(--ochre);
}
</style>
