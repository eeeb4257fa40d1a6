<script setup lang="ts">
import type { PlaceBody } from '#shared/place'
import { LANGUAGES, TIME_ZONES } from '../../sheet/places'

/** What the place is called, and how it writes dates. */
const place = defineModel<PlaceBody>({ required: true })
const now = ref(new Date())
/** As dates will look. */
const example = computed(() => {
  try {
    return new Intl.DateTimeFormat(place.value.language, {
      timeZone: place.value.timeZone,
      dateStyle: 'full',
      timeStyle: 'short',
    }).format(now.value)
  } catch {
    return ''
  }
})
</script>

<template>
  <div>
    <v-text-field
      v-model="place.name"
      label="What the place is called"
      placeholder="Saltmarsh hall"
      maxlength="80"
      autocomplete="organization"
    />
    <div class="two">
      <v-autocomplete
        v-model="place.language"
        :items="LANGUAGES"
        label="Dates are written in"
        variant="outlined"
        density="comfortable"
        hide-details
      />
      <v-autocomplete
        v-model="place.timeZone"
        :items="TIME_ZONES"
        label="Time zone"
        variant="outlined"
        density="comfortable"
        hide-details
      />
    </div>
    <p v-if="example" class="small soft example">It is {{ example }} there.</p>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.example {
  margin: 8px 2px 0;
}
@media (max-width: 600px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
