<script setup lang="ts">
import type { Rich } from '#core/plan'

/** Words with emphasis, lists and pictures, node by node: nothing in them is taken as markup. */
const { words, pictures } = defineProps<{ words: Rich; pictures: ReadonlyMap<string, string> }>()
const listOf = (type: string) => (type === 'bulletList' ? 'ul' : 'ol')
</script>

<template>
  <div class="words">
    <template v-for="(block, i) in words.content" :key="i">
      <p v-if="block.type === 'paragraph'"><RichLine :content="block.content ?? []" /></p>
      <figure v-else-if="block.type === 'picture'">
        <img :src="pictures.get(block.attrs.picture)" :alt="block.attrs.words" />
      </figure>
      <component :is="listOf(block.type)" v-else :start="block.type === 'orderedList' ? block.attrs?.start : undefined">
        <li v-for="(item, k) in block.content" :key="k">
          <p v-for="(paragraph, n) in item.content" :key="n"><RichLine :content="paragraph.content ?? []" /></p>
        </li>
      </component>
    </template>
  </div>
</template>

<style scoped>
p {
  margin: 0 0 0.6em;
}
li p {
  margin: 0 0 0.25em;
}
ul,
ol {
  padding-left: 1.3em;
  margin: 0 0 0.6em;
}
figure {
  margin: 0 0 0.6em;
}
img {
  max-width: 100%;
  border: 1px solid var(--line);
  border-radius: 4px;
  display: block;
}
</style>
