<script setup lang="ts">
const props = defineProps<{ error: { statusCode: number } }>()
const isMissing = computed(() => props.error.statusCode === 404)
</script>

<template>
  <v-app>
    <main class="page">
      <div class="card" style="max-width: 560px; margin: 60px auto">
        <PageHeading :title="isMissing ? 'There is no such page.' : 'Something went wrong here.'" />
        <p>
          {{
            isMissing
              ? 'It may have moved, or the address was cut short.'
              : 'Nothing you drew is lost. Load the page again.'
          }}
        </p>
        <v-btn color="primary" @click="clearError({ redirect: '/' })">To the front door</v-btn>
      </div>
    </main>
  </v-app>
</template>
