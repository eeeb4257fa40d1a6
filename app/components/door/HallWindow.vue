<script setup lang="ts">
/** The view from the hall over the estuary: what the evening table looks out at. */
</script>

<template>
  <svg viewBox="0 0 520 420" class="window" aria-hidden="true">
    <defs>
      <linearGradient id="dusk" x1="0" y1="0" x2="0" y2="1">
        <stop offset="0" stop-color="#7f93ab" />
        <stop offset="0.55" stop-color="#d9c7ae" />
        <stop offset="1" stop-color="#e8d9bf" />
      </linearGradient>
      <linearGradient id="water" x1="0" y1="0" x2="0" y2="1">
        <stop offset="0" stop-color="#a9b4b8" />
        <stop offset="1" stop-color="#64798a" />
      </linearGradient>
    </defs>
    <rect x="20" y="14" width="480" height="300" rx="4" fill="url(#dusk)" />
    <circle cx="356" cy="150" r="24" fill="#f5e3bd" />
    <path d="M20 196 C90 176 150 190 210 184 S330 170 500 186 V214 H20Z" fill="#77838a" />
    <rect x="20" y="204" width="480" height="110" fill="url(#water)" />
    <path
      d="M330 214 h52 M322 226 h68 M334 240 h46 M318 256 h78"
      stroke="#f0dfba"
      stroke-width="2.4"
      stroke-linecap="round"
      opacity="0.75"
    />
    <path
      d="M60 240 H260 M70 240 v40 M104 240 v44 M140 240 v40 M176 240 v44 M212 240 v38 M246 240 v42"
      stroke="#4a4036"
      stroke-width="5"
      fill="none"
      stroke-linecap="round"
    />
    <path
      d="M60 230 H200 M66 240 v-12 M112 240 v-12 M158 240 v-12 M200 240 v-12"
      stroke="#4a4036"
      stroke-width="2.6"
      fill="none"
    />
    <path
      d="M404 222 l-7 -12 h66 l-8 12 z M414 210 v-10 h32 v10 M434 200 v-13"
      fill="#3f4a58"
      stroke="#3f4a58"
      stroke-width="2.5"
      stroke-linejoin="round"
    />
    <g fill="none" stroke="#faf6ec" stroke-width="9">
      <rect x="20" y="14" width="480" height="300" rx="4" />
      <path d="M260 14 V314 M20 128 H500" stroke-width="6" />
    </g>
    <rect x="0" y="314" width="520" height="17" rx="3" fill="#cbb894" />
    <rect x="0" y="328" width="520" height="6" fill="#a58f6a" />
    <!-- quinces on the sill and a jar of brushes -->
    <g stroke="#6d5a1e" stroke-width="1.6">
      <path d="M88 314 c-26 0 -32 -36 -8 -44 c18 -6 40 8 34 28 c-3 10 -12 16 -26 16z" fill="#d9b648" />
      <path d="M134 314 c-20 0 -26 -28 -6 -34 c16 -5 32 6 28 22 c-2 8 -10 12 -22 12z" fill="#c9a23b" />
      <path d="M84 270 c2 -7 8 -9 12 -9" fill="none" stroke-width="3" stroke-linecap="round" />
    </g>
    <g stroke-linecap="round" stroke-width="5">
      <path d="M404 276 L394 226" stroke="#8c6f45" />
      <path d="M416 276 L420 218" stroke="#5d6f86" />
      <path d="M428 276 L444 234" stroke="#a2563f" />
    </g>
    <path d="M392 268 h46 l-4 46 h-38z" fill="#dfe7e6" stroke="#6f7d80" stroke-width="2" opacity="0.95" />
    <path d="M394 284 h42" stroke="#8fa4ab" stroke-width="2" />
    <g transform="translate(206 214) rotate(-2)">
      <path d="M14 190 42 16 M98 190 70 16" stroke="#a58f6a" stroke-width="8" stroke-linecap="round" />
      <rect x="-4" y="34" width="120" height="98" rx="2" fill="#fdfcf8" stroke="#8d8474" stroke-width="2" />
      <path
        d="M22 104 c-6 -22 6 -44 34 -44 s40 22 34 44 c-4 12 -60 12 -68 0z M88 84 c10 -4 10 -18 18 -20 M32 62 c0 -26 48 -28 50 0"
        fill="none"
        stroke="#2b4c8c"
        stroke-width="3.2"
        stroke-linecap="round"
      />
      <path d="M-14 138 h140" stroke="#8a744f" stroke-width="9" stroke-linecap="round" />
    </g>
  </svg>
</template>

<style scoped>
.window {
  width: 100%;
  height: auto;
  display: block;
}
</style>
