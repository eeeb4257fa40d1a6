<script setup lang="ts">
import { mdiCupboardOutline, mdiDeleteOutline } from '@mdi/js'
import { cssColour, useHand } from '../../stores/hand'
import { TOOL_WORDS, toolNameOf, wordsOf } from '../../sheet/tool-words'

/** The ledge along the bottom edge: the tools of the step lie on it, the chosen one lifted. */
const emit = defineEmits<{ sign: [] }>()
const hand = useHand()
const isCupboardOpen = ref(false)

const slots = ref<HTMLElement>()
// The ledge may hold more than fits: what is lifted is brought into sight.
watch(() => hand.liftedKey, async () => {
  await nextTick()
  slots.value?.querySelector('.lifted')?.scrollIntoView({ inline: 'nearest', block: 'nearest' })
})

function labelOf(tool: (typeof hand.tools)[number], place: number): string {
  const size = tool.now.kind === 'tool' ? `, ${tool.now.settings.size} px` : ''
  return `${wordsOf(tool.laid).name}${size}. Key ${place + 1}.`
}

function fetchOwn(name: string): void {
  hand.fetchOwn(name)
  isCupboardOpen.value = false
}
function fetchTool(name: (typeof hand.cupboard)[number]): void {
  hand.fetchTool(name)
  isCupboardOpen.value = false
}
</script>

<template>
  <div class="tray">
    <div ref="slots" class="slots" role="radiogroup" aria-label="Tools">
      <button
        v-for="(tool, i) in hand.tools" :key="tool.key" class="slot" role="radio"
        :aria-checked="tool.key === hand.liftedKey" :aria-label="labelOf(tool, i)" :class="{ lifted: tool.key === hand.liftedKey }" :title="`${wordsOf(tool.laid).use} Key ${i + 1}`"
        @click="hand.lift(tool.key)"
      >
        <span class="thing"><ToolPicture :tool="toolNameOf(tool.laid)" :colour="cssColour(hand.colour)" /></span>
        <span class="name numbers">{{ wordsOf(tool.laid).name }}{{ tool.now.kind === 'tool' ? ` ${tool.now.settings.size}` : '' }}</span>
      </button>
    </div>
    <div class="menus">
      <v-menu v-model="isCupboardOpen" location="top" :offset="12" :close-on-content-click="false">
        <template #activator="{ props: opens }">
          <v-btn v-bind="opens" :icon="mdiCupboardOutline" variant="text" class="cupboard" aria-label="Cupboard: all other tools" />
        </template>
        <div class="shelf card">
          <h3>In the cupboard</h3>
          <template v-if="hand.own.length">
            <span v-for="tool in hand.own" :key="tool.name" class="mine">
              <button class="stored" @click="fetchOwn(tool.name)">
                <span class="thing"><ToolPicture :tool="tool.settings.tool" :colour="cssColour(hand.colour)" /></span>
                <span><strong>{{ tool.name }}</strong><br><span class="small soft numbers">{{ TOOL_WORDS[tool.settings.tool].name }}, {{ tool.settings.size }} px</span></span>
              </button>
              <v-btn :icon="mdiDeleteOutline" size="x-small" variant="text" :aria-label="`Forget ${tool.name}`" @click="hand.forgetOwn(tool.name)" />
            </span>
            <hr>
          </template>
          <p v-if="hand.cupboard.length === 0" class="small soft">Empty: every tool lies on the ledge.</p>
          <button v-for="name in hand.cupboard" :key="name" class="stored" @click="fetchTool(name)">
            <span class="thing"><ToolPicture :tool="name" :colour="cssColour(hand.colour)" /></span>
            <span><strong>{{ TOOL_WORDS[name].name }}</strong><br><span class="small soft">{{ TOOL_WORDS[name].use }}</span></span>
          </button>
        </div>
      </v-menu>
      <StencilMenu />
      <PartsMenu @sign="emit('sign')" />
      <AdjustMenu />
    </div>
  </div>
</template>

<style scoped>
.tray { display: flex; align-items: flex-end; gap: 2px; height: 100%; padding-left: 10px; flex: 0 1 auto; }
.slots { display: flex; align-items: flex-end; gap: 4px; height: 100%; min-width: 184px; overflow-x: auto; overflow-y: hidden; scrollbar-width: thin; }
.menus { display: flex; align-items: center; gap: 2px; height: 100%; flex: none; }
.slots > * { flex: 0 1 104px; min-width: 88px; }
.slot { position: relative; height: 84px; display: flex; flex-direction: column; justify-content: flex-end; align-items: center; padding: 0 2px 9px; color: var(--on-ledge); }
.slot .thing { width: 100%; max-width: 92px; transition: transform 0.16s ease-out; transform-origin: 20% 90%; }
.slot .name { font-size: 0.78rem; line-height: 1.1; margin-top: 7px; white-space: nowrap; opacity: 0.85; }
.slot.lifted .thing { transform: translateY(-15px) rotate(-15deg) scale(1.06); }
.slot.lifted .name { font-weight: 600; opacity: 1; text-decoration: underline; text-decoration-thickness: 2.5px; text-underline-offset: 4px; text-decoration-color: var(--blue); }
.cupboard { align-self: center; color: var(--on-ledge); margin-left: 2px; }
.shelf { display: grid; grid-template-columns: repeat(auto-fill, minmax(250px, 1fr)); gap: 2px 6px; width: min(840px, 94vw); max-height: min(74vh, 600px); overflow: auto; box-shadow: 0 10px 34px rgb(0 0 0 / 25%); }
.shelf h3, .shelf p { grid-column: 1 / -1; margin-bottom: 4px; }
.stored { display: grid; grid-template-columns: 84px 1fr; gap: 14px; align-items: center; text-align: left; padding: 8px; border-radius: 8px; min-height: 52px; }
.stored:hover { background: var(--paper-shade); }
.mine { display: flex; align-items: center; }
.mine .stored { flex: 1; }
hr { grid-column: 1 / -1; border: 0; border-top: 1px solid var(--line); width: 100%; }
@media (max-width: 1100px) { .menus { display: grid; grid-template-columns: auto auto; align-content: center; gap: 0; } }
</style>
