<script setup lang="ts">
import { useNetwork } from '../stores/network'
import { useSession } from '../stores/session'

const session = useSession()
const network = useNetwork()
</script>

<template>
  <div>
    <header class="bar">
      <NuxtLink :to="session.home" class="name"><EaselMark /> <span class="display">Little Easel</span></NuxtLink>
      <nav v-if="session.person" aria-label="Pages">
        <NuxtLink :to="session.home">{{ session.person.kind === 'teacher' ? 'Desk' : 'Folio' }}</NuxtLink>
        <NuxtLink v-if="session.person.kind === 'teacher'" to="/plans">Plan book</NuxtLink>
        <NuxtLink to="/warm-ups">Warm-ups</NuxtLink>
        <NuxtLink v-if="session.person.kind === 'teacher' && session.person.isKeeper" to="/place">Place</NuxtLink>
      </nav>
      <span class="grow" />
      <LightSwitch />
      <template v-if="session.person">
        <NuxtLink v-if="session.person.kind === 'teacher'" to="/signed-in" class="who" title="Your account"
          ><PersonName :name="session.person.name"
        /></NuxtLink>
        <NuxtLink v-else to="/as-i-like-it" class="who" title="As I like it"
          ><PersonName :name="session.person.name" /><span class="soft">
            · {{ session.person.className }}</span
          ></NuxtLink
        >
        <LazySignOut />
      </template>
    </header>
    <LazyAwayNote v-if="network.isAway" />
    <WaitingBar />
    <main><slot /></main>
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
@media (max-width: 640px) {
  .bar {
    flex-wrap: wrap;
    gap: 4px 12px;
    padding: 8px 14px;
  }
  nav {
    order: 1;
    flex-basis: 100%;
  }
}
</style>
