<script setup lang="ts">
import { KEY_SIGN } from '#shared/comfort'
import { LETTER_KEY_IDS, LETTER_KEYS, takenBy, type KeyPlace, type LetterKeyId } from '../../sheet/letter-keys'
import { useComfort } from '../../stores/comfort'

/** Which sign does what: each can be another, and all can be as usual again. */
const store = useComfort()
const { trying } = useTrying()
const PLACES: Readonly<Record<KeyPlace, string>> = { easel: 'at the Easel', crit: 'in the Crit', talk: 'in a talk' }
const trouble = ref<{ readonly id: LetterKeyId; readonly words: string } | null>(null)
const signOfNow = (id: LetterKeyId) => store.comfort.ownKeys[id] ?? LETTER_KEYS[id].key
const hasOwn = computed(() => Object.keys(store.comfort.ownKeys).length > 0)
const keep = (ownKeys: Readonly<Record<string, string>>) => trying(true, () => store.set({ ownKeys }))

function change(id: LetterKeyId, event: Event): void {
  const field = event.target as HTMLInputElement
  const sign = field.value.trim().toLowerCase()
  field.value = signOfNow(id)
  if (sign === '' || sign === signOfNow(id)) return void (trouble.value = null)
  const other = takenBy(id, sign, store.comfort)
  if (!KEY_SIGN.test(sign)) return void (trouble.value = { id, words: 'One letter or sign; numbers lift the tools.' })
  if (other)
    return void (trouble.value = {
      id,
      words: `${sign.toUpperCase()} is for “${LETTER_KEYS[other].words}”. Give that another one first.`,
    })
  trouble.value = null
  field.value = sign
  const { [id]: _before, ...others } = store.comfort.ownKeys
  void keep(sign === LETTER_KEYS[id].key ? others : { ...others, [id]: sign })
}
</script>

<template>
  <details class="card">
    <summary>Keys of my own</summary>
    <ul>
      <li v-for="id in LETTER_KEY_IDS" :key="id">
        <label
          ><input
            :value="signOfNow(id)"
            :aria-describedby="trouble?.id === id ? 'key-trouble' : undefined"
            :aria-invalid="trouble?.id === id || undefined"
            maxlength="2"
            autocapitalize="none"
            autocomplete="off"
            spellcheck="false"
            @focus="($event.target as HTMLInputElement).select()"
            @change="change(id, $event)"
          />
          <span
            >{{ LETTER_KEYS[id].words }}
            <span class="small soft">{{ LETTER_KEYS[id].places.map(each => PLACES[each]).join(', ') }}</span></span
          ></label
        >
        <p v-if="trouble?.id === id" id="key-trouble" class="trouble small" role="alert">{{ trouble.words }}</p>
      </li>
    </ul>
    <v-btn v-if="hasOwn" size="small" variant="outlined" @click="keep({})">All as usual</v-btn>
  </details>
</template>

<style scoped>
details {
  margin-top: 16px;
}
summary {
  min-height: 44px;
  align-content: center;
  cursor: pointer;
  font-weight: 560;
}
ul {
  list-style: none;
  padding: 0;
  columns: 260px;
  column-gap: 26px;
}
li {
  break-inside: avoid;
}
label {
  display: grid;
  grid-template-columns: 44px 1fr;
  gap: 12px;
  align-items: center;
  min-height: 52px;
}
input {
  width: 44px;
  height: 44px;
  text-align: center;
  text-transform: uppercase;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--paper);
  color: var(--ink);
}
.trouble {
  border-left: 4px solid var(--ochre);
  padding-left: 10px;
  margin: 0 0 8px;
}
</style>
