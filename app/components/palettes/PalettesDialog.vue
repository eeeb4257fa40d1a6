<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { CoreError } from '#core/base'
import type { Well } from '#core/colour'
import type { ReadPalette } from '#core/palettes'
import { fileName, savedFile } from '../../sheet/save-file'
import { PALETTE_KINDS, type PaletteKindName } from '../../sheet/palette-kinds'

/** Palettes that come in as files, and go out as files. */
const props = defineProps<{
  /** What can be taken along: its name here, its title in the file. */
  sources: readonly {
    readonly name: string
    readonly title: string
    readonly wells: () => readonly Well[] | Promise<readonly Well[]>
  }[]
  /** Where they come in, and how many have room there. */
  into: { readonly name: string; readonly room: number }
}>()
const emit = defineEmits<{ take: [wells: readonly Well[]] }>()
const isOpen = defineModel<boolean>({ default: false })

// --- in

const read = shallowRef<ReadPalette | null>(null)
const fileRead = ref('')
const chosen = ref<boolean[]>([])
const trouble = ref<{ message: string; fix: string } | null>(null)
const isReading = ref(false)
const isOver = ref(false)
const input = useTemplateRef<HTMLInputElement>('input')
const wanted = computed(() => read.value?.wells.filter((_, i) => chosen.value[i]) ?? [])
const isTooMany = computed(() => wanted.value.length > props.into.room)

async function take(file: Blob, name: string): Promise<void> {
  isReading.value = true
  trouble.value = null
  read.value = null
  try {
    const { readPaletteFile } = await import('../../sheet/palette-files')
    const palette = await readPaletteFile(file)
    read.value = palette
    fileRead.value = name
    chosen.value = palette.wells.map((_, i) => i < props.into.room)
  } catch (error) {
    trouble.value =
      error instanceof CoreError
        ? { message: error.message, fix: error.fix }
        : { message: 'This file can’t be read.', fix: 'Choose it again, or another one.' }
  } finally {
    isReading.value = false
  }
}
function chooseFile(event: Event): void {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  field.value = ''
  if (file) void take(file, file.name)
}
function drop(event: DragEvent): void {
  isOver.value = false
  const { files } = event.dataTransfer!
  if (files.length > 1) trouble.value = { message: `These are ${files.length} files.`, fix: 'Drop one at a time.' }
  else if (files[0]) void take(files[0], files[0].name)
}
useEventListener(document, 'paste', (event: ClipboardEvent) => {
  if (!isOpen.value) return
  const { files } = event.clipboardData!
  const text = event.clipboardData!.getData('text/plain')
  if (files[0]) void take(files[0], files[0].name)
  else if (text.trim()) void take(new Blob([text]), 'what was pasted')
})
function bringIn(): void {
  emit('take', wanted.value)
  read.value = null
  isOpen.value = false
}

// --- out

const source = ref(0)
const kind = ref<PaletteKindName>('tokens')
const kinds = Object.entries(PALETTE_KINDS) as [PaletteKindName, (typeof PALETTE_KINDS)[PaletteKindName]][]
const isSaving = ref(false)
const nothing = ref('')
async function save(): Promise<void> {
  const { name, title, wells } = props.sources[source.value]!
  isSaving.value = true
  nothing.value = ''
  try {
    const all = await wells()
    if (all.length === 0) {
      nothing.value = `There are no colours in ${name} yet.`
      return
    }
    const { paletteBytes } = await import('../../sheet/palette-files')
    const { ending, type } = PALETTE_KINDS[kind.value]
    savedFile(await paletteBytes(kind.value, title, all), `${fileName(title, 'palette')}${ending}`, type)
  } finally {
    isSaving.value = false
  }
}
const first = (word: string) => word.charAt(0).toUpperCase() + word.slice(1)
</script>

<template>
  <CardDialog v-model="isOpen" title="Palettes" :width="640">
    <section
      aria-label="Bring one in"
      class="in"
      :class="{ over: isOver }"
      @dragover.prevent="isOver = true"
      @dragleave="isOver = false"
      @drop.prevent="drop"
    >
      <h3>Bring one in</h3>
      <p class="small soft">
        Design tokens, custom properties of CSS, a table of names and colours, or any picture. Choose it, drop it here,
        or paste it.
      </p>
      <div>
        <v-btn variant="outlined" size="small" :loading="isReading" @click="input?.click()">Choose a file …</v-btn>
        <input
          ref="input"
          class="visually-hidden"
          type="file"
          accept=".json,.css,.csv,.tsv,.txt,image/*"
          aria-label="A file of colours"
          tabindex="-1"
          @change="chooseFile"
        />
      </div>
      <TroubleLine :trouble="trouble" class="small" />
      <template v-if="read">
        <p class="small" role="status">
          {{ read.wells.length }} {{ read.wells.length === 1 ? 'colour' : 'colours' }} in {{ fileRead }}.
          <span v-for="note in read.notes" :key="note">{{ note }} </span>
        </p>
        <ul class="wells" aria-label="Colours that were read">
          <li v-for="(well, i) in read.wells" :key="i">
            <label class="small"
              ><input v-model="chosen[i]" type="checkbox" /><i
                :style="{ background: `rgb(${well.colour.join(' ')})` }"
              /><span :title="well.name">{{ well.name }}</span></label
            >
          </li>
        </ul>
        <div class="line">
          <v-btn color="primary" size="small" :disabled="wanted.length === 0 || isTooMany" @click="bringIn"
            >Into {{ into.name }}: {{ wanted.length }}</v-btn
          >
          <span v-if="isTooMany" class="small" role="status">There is room for {{ into.room }}: choose fewer.</span>
        </div>
      </template>
    </section>
    <section aria-label="Take one along">
      <h3>Take one along</h3>
      <div v-if="sources.length > 1" role="radiogroup" aria-label="Whose colours" class="line">
        <label v-for="(each, i) in sources" :key="each.name" class="small"
          ><input v-model="source" type="radio" name="palette-source" :value="i" /> {{ first(each.name) }}</label
        >
      </div>
      <div role="radiogroup" aria-label="As what" class="kinds">
        <label v-for="[key, { name, use }] in kinds" :key="key" class="small"
          ><input v-model="kind" type="radio" name="palette-kind" :value="key" /><span
            ><strong>{{ name }}</strong> <span class="soft">{{ use }}</span></span
          ></label
        >
      </div>
      <div class="line">
        <v-btn variant="outlined" size="small" :loading="isSaving" @click="save">Save the file</v-btn>
        <span class="small" role="status">{{ nothing }}</span>
      </div>
    </section>
  </CardDialog>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}
section + section {
  border-top: 1px dashed var(--line);
  padding-top: 12px;
}
h3,
p {
  margin: 0;
}
.in.over {
  outline: 2px dashed var(--blue);
  outline-offset: 4px;
  border-radius: 8px;
}
.wells {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(172px, 1fr));
  gap: 2px 12px;
  max-height: 236px;
  overflow: auto;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 32px;
  min-width: 0;
}
.wells span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.wells i {
  flex: none;
  width: 30px;
  height: 22px;
  border-radius: 6px;
  border: 1px solid rgb(0 0 0 / 25%);
  forced-color-adjust: none;
}
.line {
  display: flex;
  gap: 8px 14px;
  align-items: center;
  flex-wrap: wrap;
}
.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 0 12px;
}
</style>
