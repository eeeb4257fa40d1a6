<script setup lang="ts">
import type { OwnPaperTexture, PaperTexture, PictureName } from '#core/drawing'
import { FULL, TEXTURE_SIDE, TEXTURES, textureOf, type TextureName } from '#core/kernels'
import { hexOf } from '../../sheet/hex'

/** The paper: its colour, and a texture under the paint and softly over it. */
const colour = defineModel<readonly [number, number, number]>('colour', { required: true })
const texture = defineModel<AnyTexture | null>('texture', { required: true })
/** Papers of one's own that can be taken; absent: none can be. */
const { own } = defineProps<{ own?: readonly { name: string; picture: PictureName }[] }>()
const emit = defineEmits<{ cut: []; own: [picture: PictureName] }>()
type AnyTexture = PaperTexture | OwnPaperTexture
const isOwn = (hash: string) => typeof texture.value?.name === 'object' && texture.value.name.cut.hash === hash

const NAMES: Record<TextureName, string> = {
  cartridge: 'Cartridge',
  'cold-pressed': 'Cold pressed',
  laid: 'Laid',
  canvas: 'Canvas',
}
/** Tints that papers come in. Made up. */
const TINTS: [string, [number, number, number]][] = [
  ['White', [252, 251, 248]],
  ['Cream', [246, 236, 214]],
  ['Straw', [233, 215, 174]],
  ['Rose', [242, 221, 214]],
  ['Sky', [216, 228, 236]],
  ['Fog', [200, 200, 196]],
  ['Slate', [86, 94, 102]],
]
function setHex(event: Event): void {
  const value = (event.target as HTMLInputElement).value
  colour.value = [1, 3, 5].map(at => Number.parseInt(value.slice(at, at + 2), 16)) as [number, number, number]
}
function choose(name: TextureName | null): void {
  texture.value = name && { under: 45, over: 15, ...texture.value, name }
}
const set = (part: { under: number } | { over: number }) => {
  if (texture.value) texture.value = { ...texture.value, ...part }
}

/** A texture shown on the paper's colour. */
function draw(canvas: unknown, name: TextureName): void {
  const context = (canvas as HTMLCanvasElement | null)?.getContext('2d')
  if (!context) return
  const side = 64
  const heights = textureOf(name)
  const pixels = context.createImageData(side, side)
  for (let i = 0; i < side * side; i++) {
    const light = 1 - 0.16 * (heights[Math.floor(i / side) * TEXTURE_SIDE + (i % side)]! / FULL)
    pixels.data.set([...colour.value.map(value => value * light), 255], 4 * i)
  }
  context.putImageData(pixels, 0, 0)
}
</script>

<template>
  <div class="paper">
    <div class="tints" role="radiogroup" aria-label="Colour of the paper">
      <button
        v-for="[name, tint] in TINTS"
        :key="name"
        class="tint"
        role="radio"
        :aria-checked="tint.join() === colour.join()"
        :aria-label="name"
        :title="name"
        :style="{ background: `rgb(${tint.join(' ')})` }"
        @click="colour = tint"
      />
      <label class="small"
        >own <input type="color" :value="hexOf(colour)" aria-label="Own colour of the paper" @change="setHex"
      /></label>
    </div>
    <div class="textures" role="radiogroup" aria-label="Texture of the paper">
      <button class="texture small" role="radio" :aria-checked="texture === null" @click="choose(null)">
        <span class="smooth" :style="{ background: `rgb(${colour.join(' ')})` }" />Smooth
      </button>
      <button
        v-for="name in TEXTURES"
        :key="name"
        class="texture small"
        role="radio"
        :aria-checked="texture?.name === name"
        @click="choose(name)"
      >
        <canvas :key="colour.join()" :ref="canvas => draw(canvas, name)" width="64" height="64" />{{ NAMES[name] }}
      </button>
      <button
        v-for="each in own ?? []"
        :key="each.picture.hash"
        class="texture small"
        role="radio"
        :aria-checked="isOwn(each.picture.hash)"
        @click="emit('own', each.picture)"
      >
        <span class="smooth" :style="{ background: `rgb(${colour.join(' ')})` }"
          ><CutPicture class="sample" :picture="each.picture" /></span
        >{{ each.name }}
      </button>
    </div>
    <div v-if="own"><v-btn size="small" variant="outlined" @click="emit('cut')">Cut your own …</v-btn></div>
    <template v-if="texture">
      <FineSlider
        :model-value="texture.under"
        label="Under the paint"
        :min="0"
        @update:model-value="set({ under: $event })"
      />
      <FineSlider
        :model-value="texture.over"
        label="Over the paint"
        :min="0"
        @update:model-value="set({ over: $event })"
      />
    </template>
  </div>
</template>

<style scoped>
.paper {
  display: grid;
  gap: 10px;
}
.tints {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.tint {
  width: 40px;
  height: 40px;
  border-radius: 8px;
  border: 2px solid var(--line);
}
.tint[aria-checked='true'] {
  border-color: var(--blue);
  box-shadow: 0 0 0 2px var(--blue);
}
.tints label {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.textures {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.texture {
  display: grid;
  justify-items: center;
  gap: 3px;
  padding: 5px;
  border: 1px solid transparent;
  border-radius: 8px;
}
.texture[aria-checked='true'] {
  border-color: var(--blue);
  font-weight: 560;
}
.sample {
  width: 100%;
  height: 100%;
  mask-size: 64px;
  mask-repeat: repeat;
  opacity: 0.16;
  color: #000;
}
.texture canvas,
.smooth {
  width: 76px;
  height: 64px;
  border-radius: 6px;
  border: 1px solid var(--line);
  object-fit: cover;
  display: block;
}
</style>
