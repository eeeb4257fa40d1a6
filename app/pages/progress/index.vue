<script setup lang="ts">
import { api } from '../../api/routes'

/** A learner's own progress over the term. */
definePageMeta({ who: 'learner' })
const { data: view, trouble, load } = usePageData(() => api.ownProgress())
</script>

<template>
  <div class="page">
    <LoadingOrTrouble v-if="!view" :trouble="trouble" @again="load" />
    <template v-else>
      <NuxtLink to="/folio" class="small">Back to my folio</NuxtLink>
      <PageHeading title="My progress" />
      <p class="soft">
        What your drawings and warm-ups showed over the term. It is there to help you choose, not to rank.
      </p>
      <LearnerProgress :learner="view.learners[0]!" :view="view" :is-teacher="false" />
    </template>
  </div>
</template>
