<script setup lang="ts">
import { mdiCupboardOutline, mdiDeleteOutline } from '@mdi/js'
import { useElementSize } from '@vueuse/core'
import { laidOut } from '../../sheet/ledge'
import { cssColour, useHand } from '../../stores/hand'
import { TOOL_WORDS, toolNameOf, wordsOf } from '../../sheet/tool-words'

/** The ledge along the bottom edge: the tools of the step lie on it, the chosen one lifted. */
const emit = defineEmits<{ sign: [] }>()
const hand = useHand()
const keys = useLetterKeys('easel')
const isCupboardOpen = ref(false)

/** What finds no room folds away; what was lifted last stays out. */
const slots = ref<HTMLElement>()
const { width } = useElementSize(slots)
/** As wide as one rem: who has set larger letters gets larger tools. */
const probe = ref<HTMLElement>()
const { width: rem } = useElementSize(probe, { width: 15.5, height: 0 })
const recent = ref<string[]>([])
watch(
  () => hand.liftedKey,
  key => {
    recent.value = [key, ...recent.value.filter(each => each !== key)]
  },
  { immediate: true },
)
const ledge = computed(() =>
  laidOut(
    hand.tools.map(each => each.key),
    recent.value,
    width.value / (rem.value || 15.5),
  ),
)
const numbered = computed(() => hand.tools.map((tool, i) => ({ tool, i })))
const shown = computed(() => numbered.value.filter(({ tool }) => ledge.value.shown.includes(tool.key)))
const folded = computed(() => numbered.value.filter(({ tool }) => ledge.value.folded.includes(tool.key)))
const isMoreOpen = ref(false)
function take(key: string): void {
  hand.lift(key)
  isMoreOpen.value = false
}

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
    <span ref="probe" class="probe" aria-hidden="true" />
    <div ref="slots" class="slots" role="radiogroup" aria-label="Tools" :style="{ '--slot': `${ledge.slotRem}rem` }">
      <button
        v-for="{ tool, i } in shown"
        :key="tool.key"
        class="slot"
        role="radio"
        :aria-checked="tool.key === hand.liftedKey"
        :aria-label="labelOf(tool, i)"
        :class="{ lifted: tool.key === hand.liftedKey }"
        :title="`${wordsOf(tool.laid).use} Key ${i + 1}`"
        @click="hand.lift(tool.key)"
      >
        <span class="thing"><ToolPicture :tool="toolNameOf(tool.laid)" :colour="cssColour(hand.colour)" /></span>
        <span class="name numbers"
          >{{ wordsOf(tool.laid).name }}{{ tool.now.kind === 'tool' ? ` ${tool.now.settings.size}` : '' }}</span
        >
      </button>
      <v-menu v-if="folded.length" v-model="isMoreOpen" location="top" :offset="12">
        <template #activator="{ props: opens }">
          <button
            v-bind="opens"
            aria-haspopup="dialog"
            class="more-tools"
            :aria-label="`${folded.length} more of these tools`"
            title="More tools that lie here"
          >
            +{{ folded.length }}
          </button>
        </template>
        <div class="shelf card" role="dialog" aria-label="Also on the ledge" data-test="folded-tools">
          <h3>Also on the ledge</h3>
          <button
            v-for="{ tool, i } in folded"
            :key="tool.key"
            class="stored"
            :aria-label="labelOf(tool, i)"
            @click="take(tool.key)"
          >
            <span class="thing"><ToolPicture :tool="toolNameOf(tool.laid)" :colour="cssColour(hand.colour)" /></span>
            <span
              ><strong
                >{{ wordsOf(tool.laid).name }}{{ tool.now.kind === 'tool' ? ` ${tool.now.settings.size}` : '' }}</strong
              ><br /><span class="small soft"
                >{{ wordsOf(tool.laid).use }}{{ keys.areHeard() ? ` Key ${i + 1}` : '' }}</span
              ></span
            >
          </button>
        </div>
      </v-menu>
    </div>
    <div class="menus">
      <v-menu v-model="isCupboardOpen" location="top" :offset="12" :close-on-content-click="false">
        <template #activator="{ props: opens }">
          <v-btn
            v-bind="opens"
            aria-haspopup="dialog"
            :icon="mdiCupboardOutline"
            variant="text"
            class="cupboard"
            aria-label="Cupboard: all other tools"
          />
        </template>
        <div class="shelf card" role="dialog" aria-label="In the cupboard">
          <h3>In the cupboard</h3>
          <template v-if="hand.own.length">
            <span v-for="tool in hand.own" :key="tool.name" class="mine">
              <button class="stored" @click="fetchOwn(tool.name)">
                <span class="thing"><ToolPicture :tool="tool.settings.tool" :colour="cssColour(hand.colour)" /></span>
                <span
                  ><strong>{{ tool.name }}</strong
                  ><br /><span class="small soft numbers"
                    >{{ TOOL_WORDS[tool.settings.tool].name }}, {{ tool.settings.size }} px</span
                  ></span
                >
              </button>
              <v-btn
                :icon="mdiDeleteOutline"
                size="x-small"
                variant="text"
                :aria-label="`Forget ${tool.name}`"
                @click="hand.forgetOwn(tool.name)"
              />
            </span>
            <hr />
          </template>
          <p v-if="hand.cupboard.length === 0" class="small soft">Empty: every tool lies on the ledge.</p>
          <button v-for="name in hand.cupboard" :key="name" class="stored" @click="fetchTool(name)">
            <span class="thing"><ToolPicture :tool="name" :colour="cssColour(hand.colour)" /></span>
            <span
              ><strong>{{ TOOL_WORDS[name].name }}</strong
              ><br /><span class="small soft">{{ TOOL_WORDS[name].use }}</span></span
            >
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
.tray {
  display: flex;
  align-items: flex-end;
  gap: 2px;
  height: 100%;
  padding-left: 10px;
  min-width: 0;
}
.probe {
  position: absolute;
  width: 1rem;
  height: 1px;
  visibility: hidden;
  pointer-events: none;
}
.slots {
  display: flex;
  align-items: flex-end;
  height: 100%;
  min-width: 7.2rem;
  flex: 1;
  overflow: hidden;
}
.menus {
  display: grid;
  grid-template-columns: auto auto;
  align-content: center;
  height: 100%;
  flex: none;
}
.slot {
  width: var(--slot);
  flex: none;
  position: relative;
  height: 84px;
  display: flex;
  flex-direction: column;
  justify-content: flex-end;
  align-items: center;
  padding: 0 2px 4px;
  color: var(--on-ledge);
}
.slot .thing {
  width: 100%;
  max-width: 92px;
  transition: transform 0.16s ease-out;
  transform-origin: 20% 90%;
}
.slot .name {
  font-size: 0.78rem;
  line-height: 1.1;
  margin-top: 7px;
  opacity: 0.85;
  max-width: 100%;
  height: 2.2em;
  overflow: hidden;
  text-align: center;
}
.more-tools {
  width: 3rem;
  flex: none;
  align-self: center;
  min-height: 44px;
  border-radius: 8px;
  color: var(--on-ledge);
  font-weight: 560;
  border: 1.5px dashed var(--ledge-edge);
}
.slot.lifted .thing {
  transform: translateY(-15px) rotate(-15deg) scale(1.06);
}
.slot.lifted .name {
  font-weight: 600;
  opacity: 1;
  text-decoration: underline;
  text-decoration-thickness: 2.5px;
  text-underline-offset: 4px;
  text-decoration-color: var(--blue);
}
.cupboard {
  align-self: center;
  color: var(--on-ledge);
  margin-left: 2px;
}
.shelf {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 16rem), 1fr));
  gap: 2px 6px;
  width: min(840px, 94vw);
  max-height: min(74vh, 600px);
  overflow: auto;
  box-shadow: 0 10px 34px rgb(0 0 0 / 25%);
}
.shelf h3,
.shelf p {
  grid-column: 1 / -1;
  margin-bottom: 4px;
}
.stored {
  display: grid;
  grid-template-columns: 84px 1fr;
  gap: 14px;
  align-items: center;
  text-align: left;
  padding: 8px;
  border-radius: 8px;
  min-height: 52px;
}
.stored:hover {
  background: var(--paper-shade);
}
.mine {
  display: flex;
  align-items: center;
}
.mine .stored {
  flex: 1;
}
hr {
  grid-column: 1 / -1;
  border: 0;
  border-top: 1px solid var(--line);
  width: 100%;
}
</style>
