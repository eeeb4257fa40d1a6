<script setup lang="ts">
import {
  mdiContentDuplicate,
  mdiDotsHorizontal,
  mdiPencilOutline,
  mdiPlayCircleOutline,
  mdiTrashCanOutline,
} from '@mdi/js'
import type { FolioDrawing } from '#shared/views'
import { api } from '../../api/routes'

/** What can be done to a drawing of one's own. */
const { drawing, title } = defineProps<{ drawing: FolioDrawing; title: string }>()
const emit = defineEmits<{ changed: [] }>()
const { say } = useNotices()
const { busy, trying } = useTrying()
const isNaming = ref(false)
const name = ref('')

function askName(): void {
  name.value = title
  isNaming.value = true
}
const rename = () =>
  trying(true, async () => {
    await api.renameDrawing(drawing.id, name.value.trim())
    isNaming.value = false
    emit('changed')
  })
const duplicate = () =>
  trying(true, async () => {
    await api.duplicateDrawing(drawing.id, { key: crypto.randomUUID(), title: `${title} copy`.slice(0, 80) })
    emit('changed')
  })
const remove = (isRemoved: boolean) =>
  trying(true, async () => {
    await api.removeDrawing(drawing.id, isRemoved)
    emit('changed')
    if (isRemoved)
      say(`“${title}” is put away.`, 'It can be taken back for 30 days: see the end of this page.', 'plain', [
        { label: 'Take it back', run: () => remove(false) },
      ])
  })
</script>

<template>
  <v-menu>
    <template #activator="{ props: opens }"
      ><v-btn
        v-bind="opens"
        :icon="mdiDotsHorizontal"
        size="small"
        variant="text"
        :loading="busy !== null"
        :aria-label="`More for ${title}`"
    /></template>
    <v-list role="menu" density="compact">
      <v-list-item
        v-if="drawing.position"
        role="menuitem"
        :prepend-icon="mdiPlayCircleOutline"
        title="Watch how it was made"
        :to="`/making/${drawing.id}`"
      />
      <v-list-item role="menuitem" :prepend-icon="mdiPencilOutline" title="Rename" @click="askName" />
      <v-list-item
        v-if="drawing.position"
        role="menuitem"
        :prepend-icon="mdiContentDuplicate"
        title="Make a second one like it"
        @click="duplicate"
      />
      <v-list-item
        role="menuitem"
        :prepend-icon="mdiTrashCanOutline"
        title="Put away (30 days to take it back)"
        @click="remove(true)"
      />
    </v-list>
  </v-menu>
  <CardDialog v-model="isNaming" title="Rename">
    <form @submit.prevent="name.trim() && rename()">
      <v-text-field v-model="name" v-focus label="Its name" maxlength="80" hide-details />
    </form>
    <template #actions
      ><v-btn color="primary" :disabled="!name.trim()" :loading="busy !== null" @click="rename">Rename</v-btn></template
    >
    <template #leave>Leave it</template>
  </CardDialog>
</template>
