<script setup lang="ts">
import type { ToolName } from '#core/brush'

/** A tool as it lies on the ledge, its point to the right; `colour` shows where it carries paint. */
defineProps<{ tool: ToolName | 'pour'; colour: string }>()
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
      <path d="M82 20h17" stroke="#5d6468" />
      <circle cx="82" cy="20" r="1.600" fill="#5d6468" />
      <path d="M96 18.900 103 20l-7 1.100z" :fill="colour" />
    </g>
    <g v-else-if="tool === 'soft-brush'">
      <path d="M3 20c10-4.500 34-5 48-3.500v7C37 25 13 24.500 3 20z" fill="#a06a45" />
      <path d="M51 15.500h17c2 0 2 9 0 9H51z" fill="#c3c6c4" stroke="#90959a" />
      <path d="M56 15.500v9M63 15.500v9" stroke="#90959a" />
      <path d="M68 13c14-6 26 0 37 7-11 7-23 13-37 7-2-4-2-10 0-14z" fill="#6a5542" />
      <path d="M86 11.500c8 1 13 5 19 8.500-6 3.500-11 7.500-19 8.500 3-5 3-12 0-17z" :fill="colour" />
      <path
        d="M72 17c8-1 16 0 22 2M72 23c8 1 16 0 22-2"
        stroke="#4c3c2d"
        stroke-width="0.800"
        fill="none"
        opacity="0.600"
      />
    </g>
    <g v-else-if="tool === 'broad-nib'">
      <path d="M4 18c16-2.500 38-3 56-2v8c-18 1-40 0.500-56-2z" fill="#6d3f36" />
      <rect x="58" y="14" width="16" height="12" rx="2" fill="#b7a36c" />
      <path d="M63 14v12M69 14v12" stroke="#8c7a48" stroke-width="1" />
      <path d="M74 14.500h14l10-1.500v14l-10-1.500H74z" fill="#bfc4c8" stroke="#7b8287" />
      <path d="M80 20h17" stroke="#5d6468" />
      <path d="M98 13h4v14h-4z" :fill="colour" />
    </g>
    <g v-else-if="tool === 'round-brush'">
      <path d="M3 20c14-3.500 32-4 50-2.800v5.600C35 24 17 23.500 3 20z" fill="#3f5a66" />
      <path d="M53 16.200h18l3-1v9.600l-3-1H53z" fill="#c9b27a" stroke="#9a8550" />
      <path d="M58 16v8M64 16v8" stroke="#9a8550" />
      <path d="M74 15c8-2.500 16-2 28 5-12 7-20 7.500-28 5z" fill="#5b3f2b" />
      <path
        d="M88 14.600c6 1 10 3 14 5.400-4 2.400-8 4.400-14 5.400 2.500-3.500 2.500-7.300 0-10.800z"
        :fill="colour"
      />
    </g>
    <g v-else-if="tool === 'dry-brush'">
      <path d="M3 20c10-3 24-4 40-3.500v7C27 24 13 23 3 20z" fill="#8a7a5e" />
      <path d="M43 15.500h12l4-4.500v18l-4-4.500H43z" fill="#b9bec2" stroke="#858b90" />
      <path d="M58 11.500v17" stroke="#858b90" />
      <path
        d="M59 11l38-3-4 3.500 8 0.500-7 3 10 1-9 3 11 2-11 1.500 9 2.500-10 1 7 3-9-0.500 4 3-37-3.500z"
        fill="#c9b48d"
        stroke="#a08a62"
        stroke-width="0.700"
      />
      <path
        d="M84 10.500l13-2.500-4 3.500 8 0.500-7 3 10 1-9 3 11 2-11 1.500 9 2.500-10 1 7 3-9-0.500 4 3-12-1.800c4-6 4-13 0-19.200z"
        :fill="colour"
      />
    </g>
    <g v-else-if="tool === 'marker'">
      <rect x="5" y="11" width="66" height="18" rx="5" fill="#ece8df" stroke="#b3ab9c" />
      <rect x="5" y="11" width="18" height="18" rx="5" fill="#8d8577" />
      <path d="M30 16h32" :stroke="colour" stroke-width="5" stroke-linecap="round" />
      <path d="M71 13l14 2.500v9L71 27z" fill="#8d8577" />
      <path d="M85 15.500h11l8 9H85z" :fill="colour" />
    </g>
    <g v-else-if="tool === 'crayon'">
      <path d="M6 12h74v16H6c-2 0-3-2-3-4v-8c0-2 1-4 3-4z" :fill="colour" />
      <path d="M14 12h54v16H14z" fill="#f3eee2" opacity="0.860" />
      <path d="M14 14.500h54M14 25.500h54" :stroke="colour" stroke-width="1.800" />
      <path d="M22 20c4-4 6 4 10 0s6 4 10 0 6 4 10 0 6 4 10 0" fill="none" :stroke="colour" stroke-width="1.400" />
      <path d="M80 13.500l18 3.500c3 1 3 5 0 6l-18 3.500z" :fill="colour" />
      <path d="M80 13.500v13" stroke="rgb(0 0 0 / 18%)" />
    </g>
    <g v-else-if="tool === 'chalk'">
      <path d="M30 10l58-2 12 4-1 16-58 3-12-5z" :fill="colour" />
      <path d="M30 10l12 4.500L100 12M42 14.500L41 31" stroke="rgb(255 255 255 / 45%)" fill="none" />
      <path
        d="M36 18l4 2M54 17l3 1M70 22l5-1M84 16l3 2M60 26l3-1M90 24l3-1"
        stroke="rgb(255 255 255 / 50%)"
        stroke-linecap="round"
      />
      <path
        d="M22 33h4M30 35h3M100 31h4M94 34h3"
        :stroke="colour"
        stroke-linecap="round"
        stroke-width="1.600"
        opacity="0.600"
      />
    </g>
    <g v-else-if="tool === 'spatter'">
      <path d="M4 23c16-2 34-2.500 46-2v5c-12 0.500-30 0-46-3z" fill="#a06a45" />
      <path d="M50 17h26c3 0 4 3 4 6.500s-1 6.500-4 6.500H50z" fill="#8b6f4a" />
      <path d="M54 17V6M59 17V5M64 17V6M69 17V5M74 17V6" stroke="#e0cfa5" stroke-width="3" stroke-linecap="round" />
      <path d="M53 8h23" :stroke="colour" stroke-width="4" stroke-linecap="round" />
      <g :fill="colour">
        <circle cx="88" cy="9" r="2" />
        <circle cx="95" cy="15" r="1.400" />
        <circle cx="99" cy="7" r="2.600" />
        <circle cx="89" cy="20" r="1.200" />
        <circle cx="105" cy="13" r="1.600" />
        <circle cx="97" cy="24" r="2" />
        <circle cx="106" cy="22" r="1.100" />
      </g>
    </g>
    <g v-else-if="tool === 'stamp'">
      <path d="M5 14c10-4 22-4 30 1l14 2v6l-14 2c-8 5-20 5-30 1-3-3-3-9 0-12z" fill="#a9794e" stroke="#7d5636" />
      <path d="M49 12h12v16H49z" fill="#c7a67c" stroke="#8d6c45" />
      <path d="M61 9h8v22h-8z" fill="#5c5f63" />
      <path d="M82 20c4-9 13-9 20-9-1 9-4 16-13 16-4 0-6-3-7-7z" :fill="colour" />
      <path d="M80 26c6-6 11-9 18-12" stroke="#fff" stroke-width="1.200" fill="none" opacity="0.800" />
    </g>
    <g v-else-if="tool === 'wash'">
      <path d="M3 20c12-5 28-6 42-4.500v9C31 26 15 25 3 20z" fill="#7b2f35" />
      <path d="M45 15h17c3 0 3 10 0 10H45z" fill="#d6d8d8" stroke="#9a9fa3" />
      <path d="M50 15v10M56 15v10" stroke="#9a9fa3" />
      <path d="M63 12c16-5 28-2 36 8-8 10-20 13-36 8-2-5-2-11 0-16z" fill="#463628" />
      <path d="M82 11.500c8 1.500 13 4.500 17 8.500-4 4-9 7-17 8.500 3-6 3-11 0-17z" :fill="colour" opacity="0.750" />
      <path
        d="M101 24c2.500 3 3.500 4.600 3.500 6.200a3.500 3.500 0 0 1-7 0c0-1.600 1-3.200 3.500-6.200z"
        :fill="colour"
        opacity="0.600"
      />
    </g>
    <g v-else-if="tool === 'glow'">
      <path d="M3 20c10-4 30-4.500 44-3v6C33 24.500 13 24 3 20z" fill="#4d4763" />
      <path d="M47 15.500h14c2 0 2 9 0 9H47z" fill="#cdbb86" stroke="#988650" />
      <path d="M52 15.500v9" stroke="#988650" />
      <path d="M61 14c9-4 19-1 27 6-8 7-18 10-27 6-2-4-2-8 0-12z" fill="#5b4a3a" />
      <circle cx="95" cy="20" r="13" :fill="colour" opacity="0.220" />
      <circle cx="95" cy="20" r="8" :fill="colour" opacity="0.400" />
      <circle cx="95" cy="20" r="3.600" fill="#fff8e0" />
      <path
        d="M95 3v4M95 33v4M107 20h4M104 11l2.500-2.500M104 29l2.500 2.500"
        stroke="#fff3c4"
        stroke-width="1.600"
        stroke-linecap="round"
      />
    </g>
    <g v-else-if="tool === 'smudge'">
      <path d="M14 12h64l24 7.500-24 8.500H14L2 20z" fill="#e9e2d3" stroke="#b5a98f" />
      <path d="M20 12l10 16M36 12l10 16M52 12l10 16M68 12l10 16" stroke="#c9bda4" stroke-width="1.400" />
      <path d="M80 12.800l22 6.700-22 7.700c3-4 3-10 0-14.400z" fill="#b9b2a6" />
      <path d="M91 16l11 3.500-11 3.800c1.500-2 1.500-5 0-7.300z" :fill="colour" opacity="0.850" />
      <path d="M14 12L2 20l12 8c-2-5-2-11 0-16z" fill="#cfc6b4" />
    </g>
    <g v-else-if="tool === 'soften'">
      <path d="M3 20c10-3.500 26-4 38-3v6C29 24 13 23.500 3 20z" fill="#8c5f3c" />
      <path d="M41 16h12l4-3v14l-4-3H41z" fill="#d2d4d2" stroke="#979ca0" />
      <path
        d="M57 13C70 2 88 2 102 6c5 8 5 20 0 28-14 4-32 4-45-7-1.500-4-1.500-10 0-14z"
        fill="#efe6d6"
        stroke="#cdbfa6"
      />
      <path
        d="M62 15c12-6 24-7 37-6M62 19c14-3 26-3 40-2M62 22c14 2 26 3 40 3M62 26c12 4 24 6 37 6"
        stroke="#d9ccb4"
        fill="none"
      />
    </g>
    <g v-else-if="tool === 'hard-eraser'">
      <path d="M22 9h66c4 0 6 2 6 5v12c0 3-2 5-6 5H22z" fill="#efe7e0" stroke="#b9aca0" />
      <path d="M22 9h44v22H22c-4 0-6-2-6-5V14c0-3 2-5 6-5z" fill="#5f7a70" stroke="#48605a" />
      <path d="M24 16h34M24 24h34" stroke="#dfe7e2" stroke-width="1.600" opacity="0.700" />
      <path d="M90 28c2-1 3-2 3-4" stroke="#a8998b" stroke-width="2" fill="none" />
    </g>
    <g v-else-if="tool === 'soft-eraser'">
      <path d="M18 12c0-3 2-5 5-5h60c10 0 16 7 16 14s-5 11-13 11H24c-4 0-6-2-6-5z" fill="#f6f3ee" stroke="#c3bbb0" />
      <path d="M18 12c0-3 2-5 5-5h26v25H24c-4 0-6-2-6-5z" fill="#c58f8a" stroke="#a56f6b" />
      <path d="M24 14h20M24 25h20" stroke="#f1d9d6" stroke-width="1.400" />
      <path d="M84 12c5 1 9 5 9 9s-3 6-7 7" stroke="#ddd6cb" stroke-width="2.400" fill="none" stroke-linecap="round" />
    </g>
    <g v-else-if="tool === 'kneaded-eraser'">
      <path
        d="M24 26c-6-8 2-17 12-15 6-7 20-6 25 0 10-4 22 3 20 12 5 6-2 11-9 9-9 4-22 3-27 0-9 2-18 0-21-6z"
        fill="#b7b3ac"
        stroke="#8e8a83"
      />
      <path
        d="M36 18c4-3 9-3 12 0M56 25c5 2 11 1 14-3M62 16c3-1 6 0 8 2"
        stroke="#96928b"
        fill="none"
        stroke-width="1.400"
        stroke-linecap="round"
      />
    </g>
    <g v-else>
      <path d="M16 22C2 20 3 6 18 8" fill="none" stroke="#8f877a" stroke-width="4" stroke-linecap="round" />
      <path
        d="M14 6h54c3 0 5 2 7 5l9-2c2 0 3 2 1.500 3.500L75 20c-1 8-6 13-14 14H26C18 33 13 20 14 6z"
        fill="#e6e2d9"
        stroke="#8f877a"
        stroke-width="1.400"
      />
      <ellipse cx="42" cy="8" rx="26" ry="3.400" fill="#cfc9bc" stroke="#8f877a" />
      <ellipse cx="43" cy="8.600" rx="22" ry="2.300" :fill="colour" />
      <path
        d="M22 16c0 6 2 11 5 14"
        stroke="#fff"
        stroke-width="2.400"
        stroke-linecap="round"
        fill="none"
        opacity="0.700"
      />
      <path
        d="M96 17c4 5 6 8 6 11a6 6 0 0 1-12 0c0-3 2-6 6-11z"
        :fill="colour"
        stroke="rgb(0 0 0 / 25%)"
        stroke-width="0.800"
      />
    </g>
  </svg>
</template>

<style scoped>
.tool {
  display: block;
  width: 100%;
  height: auto;
  filter: drop-shadow(0 2px 1.5px rgb(60 45 20 / 35%));
}
</style>
