<script setup lang="ts">
import { mdiChevronDown, mdiChevronUp } from '@mdi/js'
import { useNetwork } from '../stores/network'
import { useSession } from '../stores/session'

const session = useSession()
const network = useNetwork()
/** On a small window the pages fold away. */
const isOpen = ref(false)
const route = useRoute()
watch(
  () => route.path,
  () => (isOpen.value = false),
)
</script>

<template>
  <div>
    <LazySkipLinks v-if="session.person" :to="[{ id: 'content', words: 'To the content' }]" />
    <header class="bar">
      <NuxtLink :to="session.home" class="name"><EaselMark /> <span class="display">Little Easel</span></NuxtLink>
      <template v-if="!session.person"><span class="grow" /><LightSwitch /></template>
      <button v-else class="fold" :aria-expanded="isOpen" aria-controls="pages" @click="isOpen = !isOpen">
        Pages <v-icon :icon="isOpen ? mdiChevronUp : mdiChevronDown" size="20" />
      </button>
      <div v-if="session.person" id="pages" class="pages" :class="{ open: isOpen }">
        <nav aria-label="Pages">
          <NuxtLink :to="session.home">{{ session.person.kind === 'teacher' ? 'Desk' : 'Folio' }}</NuxtLink>
          <NuxtLink v-if="session.person.kind === 'teacher'" to="/plans">Plan book</NuxtLink>
          <NuxtLink to="/warm-ups">Warm-ups</NuxtLink>
          <NuxtLink v-if="session.person.kind === 'teacher' && session.person.isKeeper" to="/place">Place</NuxtLink>
        </nav>
        <span class="grow" />
        <LightSwitch />
        <NuxtLink v-if="session.person.kind === 'teacher'" to="/signed-in" class="who" title="Your account"
          ><PersonName :name="session.person.name"
        /></NuxtLink>
        <NuxtLink v-else to="/as-i-like-it" class="who" title="As I like it"
          ><PersonName :name="session.person.name" /><span class="soft">
            · {{ session.person.className }}</span
          ></NuxtLink
        >
        <LazySignOut />
      </div>
    </header>
    <LazyAwayNote v-if="network.isAway" />
    <WaitingBar />
    <main id="content"><slot /></main>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 18px;
  padding: 8px 24px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
  min-height: 56px;
}
.name {
  display: flex;
  align-items: center;
  gap: 10px;
  text-decoration: none;
  color: var(--ink);
  font-size: 1.25rem;
}
nav a {
  padding: 6px 10px;
  border-radius: 8px;
  text-decoration: none;
  color: var(--ink);
}
nav a.router-link-active {
  background: var(--paper-shade);
  box-shadow: inset 0 -2px 0 var(--blue);
}
.grow {
  flex: 1;
}
.who {
  display: inline-flex;
  gap: 4px;
  min-width: 0;
  max-width: 18rem;
  font-size: 0.95rem;
  white-space: nowrap;
}
.pages {
  display: contents;
}
.fold {
  display: none;
}
@media (max-width: 640px) {
  .bar {
    flex-wrap: wrap;
    gap: 4px 12px;
    padding: 8px 14px;
  }
  .fold {
    display: inline-flex;
    align-items: center;
    gap: 4px;
    min-height: 44px;
    padding: 0 8px;
    margin-left: auto;
    font-size: 0.95rem;
  }
  .pages {
    display: none;
    flex-basis: 100%;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 12px;
  }
  .pages.open {
    display: flex;
  }
  .pages .grow {
    display: none;
  }
  .who {
    flex: 1;
    overflow: hidden;
  }
  .who .soft {
    display: none;
  }
  nav {
    flex-basis: 100%;
    display: flex;
    flex-wrap: wrap;
  }
  nav a,
  .who {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
}
</style>
