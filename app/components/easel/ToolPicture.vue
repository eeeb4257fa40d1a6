<script setup lang="ts">
import type { ToolName } from '#core/brush'

/** A tool as it lies on the ledge, its point to the right; `colour` shows where it carries paint. */
defineProps<{ tool: ToolName | 'pour', colour: string }>()
</script>

<template>
  <svg viewBox="0 0 112 40" class="tool" aria-hidden="true">
    <g v-if="tool === 'pencil'">
      <path d="M6 14h70l24 6-24 6H6z" fill="#d9b98a" />
      <path d="M6 13.5h72v13H6z" fill="#56688a" />
      <path d="M6 17.6h72M6 22.4h72" stroke="#41506d" stroke-width="1" />
      <path d="M78 13.5c3 2 3 4.400 0 4.400 3 0 3 4.300 0 4.300 3 0 3 3 0 4.300l22-6.500z" fill="#e2c79c" />
      <path d="M91.500 17.500 102 20l-10.500 2.500z" :fill="colour" />
      <rect x="3" y="13.500" width="6" height="13" rx="2" fill="#7384a3" />
    </g>
    <g v-else-if="tool === 'ink-pen'">
      <path d="M4 18.500c14-2.500 40-3.500 58-2.500v8c-18 1-44 0-58-2.500z" fill="#3d3a36" />
      <rect x="60" y="14.500" width="14" height="11" rx="3" fill="#8b6f4a" />
      <path d="M74 15.500c10 0 16 2 26 4.500-10 2.500-16 4.500-26 4.500z" fill="#b9bec2" stroke="#7b8287" />
      <path d="M82 20h17" stroke="#5d6468" /><circle cx="82" cy="20" r="1.600" fill="#5d6468" />
      <path d="M96 18.900 103 20l-7 1.100z" :fill="colour" />
    </g>
    <g v-else-if="tool === 'soft-brush'">
      <path d="M3 20c10-4.500 34-5 48-3.500v7C37 25 13 24.500 3 20z" fill="#a06a45" />
      <path d="M51 15.500h17c2 0 2 9 0 9H51z" fill="#c3c6c4" stroke="#90959a" /><path d="M56 15.500v9M63 15.500v9" stroke="#90959a" />
      <path d="M68 13c14-6 26 0 37 7-11 7-23 13-37 7-2-4-2-10 0-14z" fill="#6a5542" />
      <path d="M86 11.500c8 1 13 5 19 8.500-6 3.500-11 7.500-19 8.500 3-5 3-12 0-17z" :fill="colour" />
      <path d="M72 17c8-1 16 0 22 2M72 23c8 1 16 0 22-2" stroke="#4c3c2d" stroke-width="0.800" fill="none" opacity="0.600" />
    </g>
    <g v-else-if="tool === 'hard-eraser'">
      <path d="M22 9h66c4 0 6 2 6 5v12c0 3-2 5-6 5H22z" fill="#efe7e0" stroke="#b9aca0" />
      <path d="M22 9h44v22H22c-4 0-6-2-6-5V14c0-3 2-5 6-5z" fill="#5f7a70" stroke="#48605a" />
      <path d="M24 16h34M24 24h34" stroke="#dfe7e2" stroke-width="1.600" opacity="0.700" />
      <path d="M90 28c2-1 3-2 3-4" stroke="#a8998b" stroke-width="2" fill="none" />
    </g>
    <g v-else-if="tool === 'soft-eraser'">
      <path d="M24 26c-6-8 2-17 12-15 6-7 20-6 25 0 10-4 22 3 20 12 5 6-2 11-9 9-9 4-22 3-27 0-9 2-18 0-21-6z" fill="#b7b3ac" stroke="#8e8a83" />
      <path d="M36 18c4-3 9-3 12 0M56 25c5 2 11 1 14-3M62 16c3-1 6 0 8 2" stroke="#96928b" fill="none" stroke-width="1.400" stroke-linecap="round" />
    </g>
    <g v-else>
      <path d="M16 22C2 20 3 6 18 8" fill="none" stroke="#8f877a" stroke-width="4" stroke-linecap="round" />
      <path d="M14 6h54c3 0 5 2 7 5l9-2c2 0 3 2 1.500 3.500L75 20c-1 8-6 13-14 14H26C18 33 13 20 14 6z" fill="#e6e2d9" stroke="#8f877a" stroke-width="1.400" />
      <ellipse cx="42" cy="8" rx="26" ry="3.400" fill="#cfc9bc" stroke="#8f877a" />
      <ellipse cx="43" cy="8.600" rx="22" ry="2.300" :fill="colour" />
      <path d="M22 16c0 6 2 11 5 14" stroke="#fff" stroke-width="2.400" stroke-linecap="round" fill="none" opacity="0.700" />
      <path d="M96 17c4 5 6 8 6 11a6 6 0 0 1-12 0c0-3 2-6 6-11z" :fill="colour" stroke="rgb(0 0 0 / 25%)" stroke-width="0.800" />
    </g>
  </svg>
</template>

<style scoped>
.tool { display: block; width: 100%; height: auto; filter: drop-shadow(0 2px 1.5px rgb(60 45 20 / 35%)); }
</style>
