<script setup lang="ts">
import type { FolioHandIn } from '#shared/views'
import { STATE_WORDS } from '../../sheet/state-words'
import { api } from '../../api/routes'

/** Two of one's hand-ins of a plan beside each other, or one over the other with a slider. */
const props = defineProps<{ title: string; handIns: readonly FolioHandIn[] }>()
const emit = defineEmits<{ close: [] }>()
/** The oldest first. */
const all = computed(() => [...props.handIns].sort((a, b) => a.handedInAt.localeCompare(b.handedInAt)))
const left = ref(all.value[0]!.id)
const right = ref(all.value.at(-1)!.id)
const isOver = ref(false)
const share = ref(50)
const sides = computed(() => [left.value, right.value].map(id => all.value.find(each => each.id === id)!))
const nameOf = ({ handedInAt }: FolioHandIn) =>
  `${all.value.findIndex(each => each.handedInAt === handedInAt) + 1} of ${all.value.length}, ${timeInWords(handedInAt)}`
</script>

<template>
  <CardDialog :model-value="true" :title="title" :width="1180" @update:model-value="emit('close')">
    <div class="bar small">
      <label
        >Left
        <select v-model="left" aria-label="The version at the left">
          <option v-for="each in all" :key="each.id" :value="each.id">{{ nameOf(each) }}</option>
        </select></label
      >
      <label
        >Right
        <select v-model="right" aria-label="The version at the right">
          <option v-for="each in all" :key="each.id" :value="each.id">{{ nameOf(each) }}</option>
        </select></label
      >
      <label><input v-model="isOver" type="checkbox" /> one over the other</label>
      <label v-if="isOver"
        >border
        <input v-model.number="share" type="range" min="0" max="100" aria-label="Where one ends and the other begins"
      /></label>
    </div>
    <div v-if="isOver" class="over">
      <img :src="api.handInPicture(left)" :alt="`Version ${nameOf(sides[0]!)}`" />
      <img
        :src="api.handInPicture(right)"
        :alt="`Version ${nameOf(sides[1]!)}`"
        :style="{ clipPath: `inset(0 0 0 ${share}%)` }"
      />
    </div>
    <div v-else class="beside">
      <figure v-for="(each, i) in sides" :key="i">
        <img :src="api.handInPicture(each.id)" :alt="`Version ${nameOf(each)}`" />
        <figcaption class="small">
          <MetLine :met="each.met" :judged="each.judged" /> · {{ STATE_WORDS.learner[each.state]
          }}<template v-if="each.answer"><br />“{{ each.answer.words }}”</template>
        </figcaption>
      </figure>
    </div>
  </CardDialog>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 18px;
  flex-wrap: wrap;
  align-items: center;
}
label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
}
select {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 5px 8px;
  background: var(--paper);
  color: var(--ink);
}
.beside {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
}
figure {
  margin: 0;
  min-width: 0;
}
img {
  width: 100%;
  background: #fff;
  border: 1px solid var(--line);
  display: block;
}
.over {
  position: relative;
  max-width: 900px;
  margin: 0 auto;
  width: 100%;
}
.over img:last-child {
  position: absolute;
  inset: 0;
  height: 100%;
}
</style>
