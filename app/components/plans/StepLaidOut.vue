<script setup lang="ts">
import { mdiClose, mdiImagePlusOutline } from '@mdi/js'
import { TOOL_IDS, toolSettings, type ToolName, type ToolSettings } from '#core/brush'
import { renameLayer, type LaidTool } from '#core/plan'
import { TOOL_WORDS, toolNameOf } from '../../sheet/tool-words'

/** What lies ready when the step opens: tools, wells, layers, guides, a reference. */
const editor = usePlanEditor()
const { plan, step, at, pictures } = editor
const MOST_TOOLS = 12
const valueOf = (event: Event) => (event.target as HTMLInputElement).value
const css = (colour: readonly number[]) => `rgb(${colour.join(' ')})`

const wellColour = computed(() => css(plan.value!.palette[step.value!.well]!.colour))
function setTool(place: number, tool: LaidTool): void {
  editor.setStep({ tools: step.value!.tools.with(place, tool) }, `tool-${place}`)
}
function setSize(place: number, tool: LaidTool, event: Event): void {
  const size = Math.round(Number(valueOf(event)))
  if (tool.kind === 'tool' && size >= 1 && size <= 600)
    setTool(place, { ...tool, settings: { ...tool.settings, size } })
}
function setStrength(place: number, tool: LaidTool, event: Event): void {
  const opacity = Math.round(Number(valueOf(event)))
  if (tool.kind === 'tool' && opacity >= 1 && opacity <= 100)
    setTool(place, { ...tool, settings: { ...tool.settings, opacity } })
}
function setTip(place: number, tool: LaidTool, tip: ToolSettings['tip']): void {
  if (tool.kind === 'tool') setTool(place, { ...tool, settings: { ...tool.settings, tip } })
}
const spare = computed(() =>
  ([...TOOL_IDS, 'pour'] as (ToolName | 'pour')[]).filter(
    each => !step.value!.tools.some(tool => toolNameOf(tool) === each),
  ),
)
function addTool(event: Event): void {
  const name = valueOf(event) as ToolName | 'pour' | ''
  ;(event.target as HTMLSelectElement).value = ''
  if (!name) return
  editor.setStep({
    tools: [
      ...step.value!.tools,
      name === 'pour'
        ? { kind: 'pour', tolerance: 40, grow: 2, borders: 'all' }
        : { kind: 'tool', settings: toolSettings(name) },
    ],
  })
}

const earlier = computed(() => {
  const layers = new Map<string, string>()
  for (const each of plan.value!.steps.slice(0, at.value)) layers.set(each.layer.id, each.layer.name)
  layers.delete(step.value!.layer.id)
  return [...layers].map(([id, name]) => ({ id, name, dim: step.value!.dim.find(each => each.layer === id) }))
})
function setDim(layer: string, set: { opacity?: number; visible?: boolean } | null): void {
  const others = step.value!.dim.filter(each => each.layer !== layer)
  const known = step.value!.dim.find(each => each.layer === layer) ?? { layer, opacity: 100, visible: true }
  editor.setStep({ dim: set ? [...others, { ...known, ...set }] : others }, `dim-${layer}`)
}

const file = ref<HTMLInputElement>()
async function pin(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [chosen] = input.files ?? []
  input.value = ''
  const picture = chosen && (await editor.takePicture(chosen))
  if (picture) editor.setStep({ reference: picture.id })
}
</script>

<template>
  <div v-if="step && plan" class="laid">
    <section aria-label="Tools">
      <h3>Tools on the ledge</h3>
      <ul>
        <li v-for="(tool, i) in step.tools" :key="toolNameOf(tool)" class="tool">
          <ToolPicture class="picture" :tool="toolNameOf(tool)" :colour="wellColour" />
          <span class="name">{{ TOOL_WORDS[toolNameOf(tool)].name }}</span>
          <template v-if="tool.kind === 'tool'">
            <label
              ><input
                type="number"
                class="numbers"
                min="1"
                max="600"
                :value="tool.settings.size"
                :aria-label="`Size of the ${tool.settings.tool}`"
                @change="setSize(i, tool, $event)"
              />
              px</label
            >
            <label
              ><input
                type="number"
                class="numbers"
                min="1"
                max="100"
                :value="tool.settings.opacity"
                :aria-label="`Strength of the ${tool.settings.tool}`"
                @change="setStrength(i, tool, $event)"
              />
              %</label
            >
          </template>
          <span v-else class="small soft">grows {{ tool.grow }} px</span>
          <v-btn
            :icon="mdiClose"
            size="x-small"
            variant="text"
            :disabled="step.tools.length === 1"
            :aria-label="`Put the ${TOOL_WORDS[toolNameOf(tool)].name} away`"
            @click="editor.setStep({ tools: step.tools.toSpliced(i, 1) })"
          />
          <StepStamp v-if="tool.kind === 'tool'" :settings="tool.settings" @take="setTip(i, tool, $event)" />
        </li>
      </ul>
      <select v-if="spare.length && step.tools.length < MOST_TOOLS" aria-label="Lay out another tool" @change="addTool">
        <option value="">Lay out another tool …</option>
        <option v-for="name in spare" :key="name" :value="name">{{ TOOL_WORDS[name].name }}</option>
      </select>
    </section>
    <StepWells />
    <section aria-label="Layers">
      <h3>Layers</h3>
      <label class="line"
        >Drawn on
        <input
          :value="step.layer.name"
          maxlength="60"
          @change="valueOf($event).trim() && editor.change(renameLayer(plan, step.layer.id, valueOf($event).trim()))"
      /></label>
      <div v-for="layer in earlier" :key="layer.id" class="line small">
        <span class="name">{{ layer.name }}</span>
        <label
          ><input
            type="checkbox"
            :checked="layer.dim !== undefined"
            @change="setDim(layer.id, layer.dim ? null : { opacity: 45 })"
          />
          changes</label
        >
        <template v-if="layer.dim">
          <label
            ><input
              type="checkbox"
              :checked="layer.dim.visible"
              @change="setDim(layer.id, { visible: !layer.dim.visible })"
            />
            shown</label
          >
          <label
            ><input
              type="number"
              class="numbers"
              min="0"
              max="100"
              :value="layer.dim.opacity"
              :aria-label="`Opacity of ${layer.name}`"
              @change="setDim(layer.id, { opacity: Math.min(Math.max(Math.round(Number(valueOf($event))), 0), 100) })"
            />
            %</label
          >
        </template>
      </div>
    </section>
    <StepGuides />
    <section aria-label="Reference">
      <h3>Reference</h3>
      <div v-if="step.reference" class="reference">
        <img :src="pictures.get(step.reference)" alt="The reference" /><v-btn
          size="small"
          variant="text"
          @click="editor.setStep({ reference: undefined })"
          >Put it away</v-btn
        >
      </div>
      <v-btn v-else size="small" variant="outlined" :prepend-icon="mdiImagePlusOutline" @click="file?.click()"
        >Pin a picture beside the sheet</v-btn
      >
      <input ref="file" type="file" accept="image/*" hidden @change="pin" />
    </section>
  </div>
</template>

<style scoped>
.laid {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 20px;
}
h3 {
  margin: 0 0 6px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
.tool {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 6px;
  align-items: center;
  min-height: 38px;
  border-bottom: 1px dashed var(--line);
}
.tool label {
  white-space: nowrap;
  font-size: 0.88rem;
}
.picture {
  width: 62px;
  height: 24px;
}
.name {
  flex: 1;
  font-size: 0.92rem;
  min-width: 74px;
}
/* The fields of all its sections. */
.laid :deep(:is(input:not([type='checkbox'], [type='radio'], [type='color']), select)) {
  border: 1px solid var(--line);
  border-radius: 6px;
  background: var(--paper);
  color: var(--ink);
  padding: 4px 8px;
  min-width: 0;
  min-height: 32px;
}
input[type='number'] {
  width: 58px;
}
select {
  margin-top: 8px;
  width: 100%;
}
.line {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
  min-height: 36px;
}
.reference img {
  max-width: 100%;
  max-height: 160px;
  border: 1px solid var(--line);
  border-radius: 4px;
  display: block;
}
</style>
